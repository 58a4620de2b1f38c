import { inject, Injectable } from '@angular/core';
import { MatDialog } from '@angular/material/dialog';
import { askIn } from '../layout/ask-in';
import type { StubAsked, StubTold } from './stub-questions';

/** Opens the questions that tell what an unknown stub is. */
@Injectable({ providedIn: 'root' })
export class AskStub {
  private readonly dialog = inject(MatDialog);

  /** What it was told to be; null where nobody kept an answer. */
  async ask(asked: StubAsked): Promise<StubTold | null> {
    const { StubQuestions } = await import('./stub-questions');
    return askIn(this.dialog, StubQuestions, asked, 'stub-title');
  }
}
