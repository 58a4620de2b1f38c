import { ChangeDetectionStrategy, Component, computed, effect, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { Router } from '@angular/router';
import { JobStore } from '../data/job.store';
import { urlOf } from './url-of';

interface Step {
  readonly says: string;
  /** Seen by itself; where it cannot be seen, the person says so. */
  readonly isDone: () => boolean;
}

/** A first joint, followed with one's own hands: what to do next stands at the foot, and goes on by itself. */
@Component({
  selector: 'hp-guide',
  imports: [MatButtonModule],
  template: `
    @if (step(); as s) {
      <section class="no-print" aria-label="A first joint" aria-live="polite">
        <p>
          <strong>{{ at() + 1 }} of {{ steps.length }}</strong> {{ s.says }}
        </p>
        <span>
          <button matButton="outlined" (click)="next()">{{ isLast() ? 'Done' : 'Next' }}</button>
          <button matButton (click)="skip()">Skip the rest</button>
        </span>
      </section>
    }
  `,
  styles: `
    section {
      display: flex;
      flex-wrap: wrap;
      gap: var(--space-3) var(--space-6);
      align-items: center;
      justify-content: space-between;
      padding: var(--space-4) var(--space-6);
      background: var(--tint);
      border-top: 2px solid var(--copper);
    }
    p {
      margin: 0;
      max-width: 80ch;
    }
    strong {
      color: var(--copper);
      margin-right: var(--space-4);
    }
    span {
      display: flex;
      gap: var(--space-3);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Guide {
  private readonly job = inject(JobStore);
  private readonly router = inject(Router);
  private readonly url = urlOf(this.router);
  private readonly began = this.job.joints().length;
  private readonly skipped = signal(false);
  private readonly isAt = (place: string): boolean => this.url().includes(`/${place}`);
  private readonly hasNew = (): boolean => this.job.joints().length > this.began;

  protected readonly steps: readonly Step[] = [
    {
      says: 'Add a joint: in the line above the schedule type 7/8 cu-brass near txv 4in, and press Enter.',
      isDone: this.hasNew,
    },
    {
      says: 'At the right stands what it takes. Drag the slider under the section from cold to hot, and watch the gap close as the metals warm.',
      isDone: () => false,
    },
    {
      says: 'Under Why each reason has its source; under Other rods press one that is refused to see what speaks against it.',
      isDone: () => false,
    },
    { says: 'Take its card to the torch: press Joint card.', isDone: () => this.isAt('braze') },
    {
      says: 'The card says it in the order of the hand; the log beside it is filled in when it is made. Who may braze it? Press Keep.',
      isDone: () => this.isAt('keep'),
    },
    {
      says: 'Each brazer, and why or why not, until which day. That was a joint, from its metals to who may make it.',
      isDone: () => false,
    },
  ];
  /** Steps that the person put behind. */
  private readonly behind = signal(0);
  protected readonly at = this.behind.asReadonly();
  protected readonly step = computed(() => (this.skipped() ? null : (this.steps[this.behind()] ?? null)));
  protected readonly isLast = computed(() => this.step() === this.steps.at(-1));

  constructor() {
    // What was done stays done, wherever one goes on to.
    effect(() => {
      if (this.step()?.isDone()) this.next();
    });
  }

  protected next(): void {
    this.behind.update((n) => n + 1);
  }

  protected skip(): void {
    this.skipped.set(true);
  }
}
