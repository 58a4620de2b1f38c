import { inject, Injectable } from '@angular/core';
import { MatDialog } from '@angular/material/dialog';
import { firstValueFrom } from 'rxjs';
import type { StubAsked, StubTold } from './stub-questions';

/** Opens the questions that tell what an unknown stub is. */
@Injectable({ providedIn: 'root' })
export class AskStub {
  private readonly dialog = inject(MatDialog);

  /** What it was told to be; null where nobody kept an answer. */
  async ask(asked: StubAsked): Promise<StubTold | null> {
    const { StubQuestions } = await import('./stub-questions');
    const open = this.dialog.open<unknown, StubAsked, StubTold>(StubQuestions, {
      data: asked,
      width: '720px',
      maxWidth: '96vw',
      ariaLabelledBy: 'stub-title',
    });
    return (await firstValueFrom(open.afterClosed())) ?? null;
  }
}
