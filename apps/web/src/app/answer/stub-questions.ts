import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatButtonToggleModule } from '@angular/material/button-toggle';
import { MAT_DIALOG_DATA, MatDialogModule, MatDialogRef } from '@angular/material/dialog';
import { findMetal } from '@hephaist/core/metals/metals';
import {
  readStub,
  STUB_QUESTION_IDS,
  STUB_QUESTIONS,
  STUB_SOURCE,
  type StubAnswers,
  type StubQuestionId,
} from '@hephaist/core/metals/unknown-stub';

export interface StubAsked {
  readonly mark: string;
  readonly answers: StubAnswers;
  /** The answer can be kept with the joint. */
  readonly mayKeep: boolean;
}

/** What an unknown stub was told to be, and by which answers. */
export interface StubTold {
  readonly metalId: string;
  readonly answers: StubAnswers;
}

/** Asks what an unknown stub is made of, with what is in the bag: magnet, file, scratch, spark, letters. */
@Component({
  selector: 'hp-stub-questions',
  imports: [MatButtonModule, MatButtonToggleModule, MatDialogModule],
  template: `
    <h2 mat-dialog-title id="stub-title">What is the stub of {{ asked.mark }}?</h2>
    <mat-dialog-content>
      @for (id of ids; track id) {
        @let q = questions[id];
        <section [class.next]="reading().next === id">
          <h3>{{ q.asks }}</h3>
          <p class="quiet">{{ q.how }}</p>
          <mat-button-toggle-group
            [value]="answers()[id] ?? ''"
            (change)="answer(id, $event.value)"
            [attr.aria-label]="q.asks"
          >
            @for (a of q.answers; track a.id) {
              <mat-button-toggle [value]="a.id">{{ a.says }}</mat-button-toggle>
            }
            <mat-button-toggle value="">not asked</mat-button-toggle>
          </mat-button-toggle-group>
        </section>
      }
    </mat-dialog-content>
    <p class="told" role="status">
      <strong [class]="reading().isKnown ? 'fine' : 'caution'"
        >{{ reading().isKnown ? '✓' : '▲' }} {{ metal() }}</strong
      >
      {{ reading().says }}
      <span class="quiet">{{ source }}</span>
    </p>
    <mat-dialog-actions align="end">
      <button matButton="outlined" mat-dialog-close>Close</button>
      @if (asked.mayKeep) {
        <button matButton="filled" [disabled]="!isAnswered()" (click)="keep()">
          Plan it as {{ metal().toLowerCase() }}
        </button>
      }
    </mat-dialog-actions>
  `,
  styles: `
    section {
      padding: var(--space-2) var(--space-4) var(--space-4);
      border-left: 3px solid transparent;
    }
    .next {
      border-left-color: var(--copper);
    }
    h3,
    p {
      margin: var(--space-1) 0;
    }
    mat-button-toggle-group {
      flex-wrap: wrap;
    }
    .told {
      padding: var(--space-4) var(--space-7);
      background: var(--tint);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class StubQuestions {
  protected readonly asked = inject<StubAsked>(MAT_DIALOG_DATA);
  private readonly dialog = inject(MatDialogRef<StubQuestions, StubTold>);
  protected readonly ids = STUB_QUESTION_IDS;
  protected readonly questions = STUB_QUESTIONS;
  protected readonly source = STUB_SOURCE.name;
  protected readonly answers = signal<StubAnswers>(this.asked.answers);
  protected readonly reading = computed(() => readStub(this.answers()));
  protected readonly metal = computed(() =>
    this.reading().isKnown ? (findMetal(this.reading().metalId)?.name ?? '') : 'Steel, to be safe',
  );
  protected readonly isAnswered = computed(() => Object.keys(this.answers()).length > 0);

  protected answer(id: StubQuestionId, answer: string): void {
    this.answers.update(({ [id]: _, ...rest }) => (answer ? { ...rest, [id]: answer } : rest));
  }

  protected keep(): void {
    this.dialog.close({ metalId: this.reading().metalId, answers: this.answers() });
  }
}
