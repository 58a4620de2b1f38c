import { ChangeDetectionStrategy, Component, computed, input, linkedSignal } from '@angular/core';
import { SayPipe } from '../units/say.pipe';
import type { Joint } from '@hephaist/contracts';
import { sourceLine, type FillerJudgement, type Finding, type JointPlan } from '@hephaist/core';

/** Every other filler class: allowed ones by rank, refused ones struck through; pick one to read why. */
@Component({
  selector: 'hp-other-rods',
  imports: [SayPipe],
  template: `
    <h2>
      Other rods <span class="quiet">· {{ allowed().length }} allowed, {{ refused().length }} refused</span>
    </h2>
    <div class="rods">
      @for (j of allowed(); track j.filler.id) {
        <button [attr.aria-pressed]="asked() === j.filler.id" (click)="asked.set(j.filler.id)">
          {{ j.filler.id }}
        </button>
      }
      @for (j of refused(); track j.filler.id) {
        <button class="no" [attr.aria-pressed]="asked() === j.filler.id" (click)="asked.set(j.filler.id)">
          <s>{{ j.filler.id }}</s><span class="visually-hidden"> refused</span>
        </button>
      }
    </div>
    @if (shown(); as j) {
      <div class="why" aria-live="polite">
        <strong>{{ j.filler.id }}</strong> {{ j.filler.iso ? '· ' + j.filler.iso : '' }} · {{ j.verdict
        }}{{ j.rank ? ', ' + j.score.toFixed(0) + ' points' : '' }}
        @for (f of worst(j); track f.rule) {
          <p>
            <span [class]="f.effect">{{ f.effect === 'refuse' ? '✕' : f.effect === 'caution' ? '▲' : '●' }}</span>
            {{ f.says | say }} <span class="quiet">{{ source(f) }}</span>
          </p>
        }
      </div>
    }
    @if (joint().fillerId && plan().selection.chosen?.filler?.id !== joint().fillerId) {
      <p class="caution">▲ {{ joint().fillerId }} was asked for, but a rule refuses it here.</p>
    }
    <p class="quiet">{{ plan().selection.solders[0]?.says | say }}</p>
  `,
  styles: `
    :host {
      display: flex;
      flex-direction: column;
      gap: 6px;
    }
    .rods {
      display: flex;
      flex-wrap: wrap;
      gap: 5px;
    }
    button {
      font: inherit;
      font-size: 14px;
      color: var(--ink);
      background: var(--sheet);
      border: 1px solid var(--line-strong);
      border-radius: 4px;
      padding: 1px 7px;
      min-height: 24px;
      cursor: pointer;
    }
    .no {
      color: var(--refused);
      border-color: var(--hairline);
    }
    button[aria-pressed='true'] {
      border-color: var(--copper);
      background: var(--tint);
    }
    .why {
      border-left: 3px solid var(--copper);
      padding-left: 10px;
    }
    .refuse {
      color: var(--refused);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class OtherRods {
  readonly joint = input.required<Joint>();
  readonly plan = input.required<JointPlan>();
  protected readonly allowed = computed(() => this.plan().selection.judgements.filter((j) => j.verdict === 'allowed'));
  protected readonly refused = computed(() => this.plan().selection.judgements.filter((j) => j.verdict === 'refused'));
  protected readonly asked = linkedSignal<string | null>(
    () => this.allowed()[0]?.filler.id ?? this.refused()[0]?.filler.id ?? null,
  );
  protected readonly shown = computed(
    () => this.plan().selection.judgements.find((j) => j.filler.id === this.asked()) ?? null,
  );
  protected readonly source = (f: Finding): string => sourceLine(f.source);
  protected readonly worst = (j: FillerJudgement): Finding[] => {
    const bad = j.findings.filter((f) => f.effect === (j.verdict === 'refused' ? 'refuse' : 'caution'));
    return bad.length ? bad : j.findings.slice(0, 2);
  };
}
