import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { verdictSentence } from '@hephaist/core/joint/verdict-sentence';
import { JointReasons } from '../answer/joint-reasons';
import { JobStore } from '../data/job.store';
import { metalWords, sizeWords } from '../data/joint-words';
import { ShopStore } from '../data/shop.store';
import { LadderView } from '../drawings/ladder';
import { Section } from '../drawings/section';
import { Tabs } from '../shell/tabs';
import { SayPipe } from '../units/say.pipe';
import { jointKinds } from './joint-kinds';
import { PRACTISE_TABS } from './practise-tabs';
import { type Question, questionOf } from './questions';

/** Practise: choose the rod for a real joint of this job; the plan's own rules say how good the choice is. */
@Component({
  selector: 'hp-practise-page',
  imports: [MatButtonModule, SayPipe, Section, LadderView, JointReasons, Tabs],
  template: `
    @if (question(); as q) {
      <section class="ask">
        <hp-tabs [tabs]="tabs" />
        <p class="quiet">Choose the rod · {{ right() }} of {{ tries() }} right so far</p>
        <h1>{{ facts() }}</h1>
        <div class="options" role="group" aria-label="Rods">
          @for (id of q.options; track id) {
            <button
              matButton="outlined"
              [disabled]="answer() !== null"
              [attr.aria-pressed]="answer() === id"
              (click)="choose(id)"
            >
              {{ id }}
            </button>
          }
        </div>
        @if (answer(); as a) {
          <div role="status">
            <p [class]="tone()">
              <strong>{{ words() }}</strong>
            </p>
            @for (f of said(); track f) {
              <p>{{ f | say }}</p>
            }
            <p class="answer">{{ sentence() }}</p>
            <button matButton="filled" (click)="next()">Next joint</button>
          </div>
          <hp-joint-reasons [plan]="q.plan" />
        } @else {
          <p class="quiet">Think of the metals, the gap at heat, the service and what stands nearby.</p>
        }
      </section>
      <section class="drawings">
        @if (answer() !== null) {
          <hp-section class="sheet" [plan]="q.plan" />
          <hp-ladder class="sheet" [plan]="q.plan" [serviceMaxK]="serviceMaxK()" [partLimitK]="partLimitK()" />
        } @else {
          <p class="sheet covered quiet">The section and the heat ladder are shown with the answer.</p>
        }
      </section>
    } @else {
      <p class="quiet none">This job has no joint to practise on.</p>
    }
  `,
  styles: `
    @use 'scale';

    :host {
      flex: 1;
      min-height: 0;
      display: grid;
      grid-template-columns: 1fr 1fr;
      overflow-y: auto;
    }
    .ask {
      padding: var(--space-7) var(--space-7);
      display: flex;
      flex-direction: column;
      gap: var(--space-5);
    }
    .options {
      display: grid;
      grid-template-columns: 1fr 1fr;
      gap: var(--space-4);
    }
    .options .mdc-button {
      min-height: 52px;
      font-size: var(--type-lead);
      justify-content: center;
    }
    .options .mdc-button[aria-pressed='true'] {
      border: 2px solid var(--copper);
      background: var(--tint);
      color: var(--ink);
    }
    [role='status'] {
      display: grid;
      gap: var(--space-3);
      justify-items: start;
    }
    .answer {
      font-weight: 600;
    }
    .drawings {
      padding: var(--space-7) var(--space-7) var(--space-7) 0;
      display: grid;
      gap: var(--space-5);
      grid-template-rows: 320px 340px;
    }
    .covered {
      display: grid;
      place-items: center;
    }
    .none {
      padding: var(--space-8);
    }
    @include scale.under(desk) {
      :host {
        display: block;
        padding: 0 var(--space-6);
      }
      .ask {
        max-width: none;
        padding: var(--space-6) 0;
      }
      .drawings {
        padding: 0 0 var(--space-7);
        grid-template-rows: auto;
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PractisePage {
  private readonly store = inject(JobStore);
  private readonly tables = inject(ShopStore).tables;
  protected readonly tabs = PRACTISE_TABS;
  private readonly turn = signal(Math.random());
  protected readonly answer = signal<string | null>(null);
  protected readonly tries = signal(0);
  protected readonly right = signal(0);

  /** A joint that is not like its neighbours comes as often as a plain one. */
  protected readonly question = computed((): Question | null => {
    const pick = (this.turn() * 7919) % 1;
    const all = Array.from(jointKinds(this.store.joints(), this.store.plan()), (k) =>
      questionOf(k.joint, k.plan, pick),
    ).filter((q) => q !== null);
    return all[Math.floor(this.turn() * all.length)] ?? null;
  });
  private readonly judged = computed(
    () => this.question()?.plan.selection.judgements.find((j) => j.filler.id === this.answer()) ?? null,
  );
  protected readonly facts = computed(() => {
    const q = this.question();
    if (!q) return '';
    const near = q.plan.partNearby;
    return `${q.joint.mark}: ${sizeWords(q.joint)}, ${metalWords(q.joint, this.tables())} ${q.joint.socket.kind}, ${q.joint.position}. ${q.plan.service.name}.${near ? ` ${near.name} nearby.` : ''}`;
  });
  protected readonly sentence = computed(() => {
    const q = this.question();
    if (!q) return '';
    const s = verdictSentence(q.joint.mark, q.plan);
    return s.lead + (s.rod ?? '') + s.middle + (s.flux ?? '') + s.end;
  });
  protected readonly tone = computed(
    () => ({ chosen: 'fine', allowed: 'caution', refused: 'refused' })[this.judged()?.verdict ?? 'allowed'],
  );
  protected readonly words = computed(() => {
    const j = this.judged();
    if (j?.verdict === 'chosen') return '✓ Right: that is what the plan takes.';
    if (j?.verdict === 'allowed') return `▲ It would hold, but ranks ${j.rank}.`;
    return '✕ Refused:';
  });
  protected readonly said = computed(() => {
    const j = this.judged();
    return (j?.findings ?? [])
      .filter((f) => f.effect === (j?.verdict === 'refused' ? 'refuse' : 'caution'))
      .map((f) => f.says);
  });
  private readonly line = computed(() => this.store.lineOf().get(this.question()?.joint.lineId ?? ''));
  protected readonly serviceMaxK = computed(() => this.line()?.serviceMaxK ?? 310);
  protected readonly partLimitK = computed(() => this.question()?.plan.partNearby?.limitK ?? null);

  protected choose(id: string): void {
    this.answer.set(id);
    this.tries.update((n) => n + 1);
    if (this.judged()?.verdict === 'chosen') this.right.update((n) => n + 1);
  }

  protected next(): void {
    this.answer.set(null);
    this.turn.set(Math.random());
  }
}
