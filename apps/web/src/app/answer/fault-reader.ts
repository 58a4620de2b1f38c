import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MAT_DIALOG_DATA, MatDialogModule } from '@angular/material/dialog';
import { FAULT_READER, type FaultOption, type FaultQuestion } from '@hephaist/core/faults/fault-reader';
import { FAULT_SOURCE, type FaultId, FAULTS } from '@hephaist/core/faults/faults';
import { isCutOut } from '@hephaist/core/joint-log/rejects';
import { FaultDrawing } from '../drawings/fault-drawing';

export interface FaultAsked {
  /** It is known already, as from a coupon's faces. */
  readonly fault: FaultId | null;
  /** Where the asking begins; the beginning where it is absent. */
  readonly from?: FaultQuestion;
  /** The word is taken into the log. */
  readonly mayTake: boolean;
}

/** What is seen, asked in at most three steps: the cause, what to do now, the word for the log, and next time. */
@Component({
  selector: 'hp-fault-reader',
  imports: [FaultDrawing, MatButtonModule, MatDialogModule],
  template: `
    <h2 mat-dialog-title id="fault-title">{{ fault()?.seen ?? question().asks }}</h2>
    <mat-dialog-content>
      @if (path().length) {
        <p class="quiet path">
          @for (p of path(); track $index) {
            <span>{{ p.says }}</span>
          }
        </p>
      }
      @if (fault(); as f) {
        <div class="found">
          <hp-fault-drawing [of]="f.id" />
          <dl>
            <dt>Why</dt>
            <dd>{{ f.cause }}</dd>
            <dt>Now</dt>
            <dd>
              <strong>{{ f.now }}</strong>
            </dd>
            <dt>For the log</dt>
            <dd [class.refused]="isCutOut(f.reject)">
              {{ f.reject ?? 'not rejected for it yet' }}{{ isCutOut(f.reject) ? ', cut out' : '' }}
            </dd>
            <dt>Next time</dt>
            <dd>{{ f.nextTime }}</dd>
          </dl>
        </div>
        <p class="quiet">practice: {{ source }}</p>
      } @else {
        <div class="options">
          @for (o of question().options; track o.says) {
            <button matButton="outlined" (click)="take(o)">
              <hp-fault-drawing [of]="o.drawing" />
              <span>{{ o.says }}</span>
            </button>
          }
        </div>
      }
    </mat-dialog-content>
    <mat-dialog-actions align="end">
      @if (path().length) {
        <button matButton="outlined" (click)="back()">Back</button>
      }
      <button matButton="outlined" mat-dialog-close>Close</button>
      @if (asked.mayTake && fault()?.reject; as word) {
        <button matButton="filled" [mat-dialog-close]="fault()">Log it as “{{ word }}”</button>
      }
    </mat-dialog-actions>
  `,
  styles: `
    @use 'scale';

    .options {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(190px, 1fr));
      gap: var(--space-4);
    }
    .options button {
      height: auto;
      min-height: 112px;
      padding: var(--space-4);
      white-space: normal;
    }
    .options span {
      display: block;
    }
    .found {
      display: flex;
      gap: var(--space-6);
      align-items: start;
    }
    .path span:not(:last-child)::after {
      content: ' › ';
    }
    dl {
      display: grid;
      grid-template-columns: auto 1fr;
      gap: var(--space-3) var(--space-6);
      margin: 0;
    }
    dt {
      color: var(--mid);
    }
    @include scale.under(hand) {
      .options {
        grid-template-columns: 1fr 1fr;
      }
      .found {
        display: block;
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FaultReader {
  protected readonly asked = inject<FaultAsked>(MAT_DIALOG_DATA);
  protected readonly isCutOut = isCutOut;
  protected readonly source = FAULT_SOURCE.name;
  /** What was chosen so far. */
  protected readonly path = signal<readonly FaultOption[]>([]);
  protected readonly question = computed((): FaultQuestion => {
    const last = this.path().findLast((o) => typeof o.leads !== 'string')?.leads;
    return typeof last === 'object' ? last : (this.asked.from ?? FAULT_READER);
  });
  protected readonly fault = computed(() => {
    const leads = this.path().at(-1)?.leads;
    const id = typeof leads === 'string' ? leads : this.path().length ? null : this.asked.fault;
    return id ? FAULTS[id] : null;
  });

  protected take(option: FaultOption): void {
    this.path.update((p) => [...p, option]);
  }

  protected back(): void {
    this.path.update((p) => p.slice(0, -1));
  }
}
