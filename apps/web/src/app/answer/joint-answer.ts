import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { Joint } from '@hephaist/contracts/records/joint';
import type { JointPlan } from '@hephaist/core/joint/plan';
import { verdictSentence } from '@hephaist/core/joint/verdict-sentence';
import { findTubeStandard } from '@hephaist/core/tube/tube';
import { UnitsStore } from '../units/units.store';

/** The answer as a sentence, with what the joint is under it. */
@Component({
  selector: 'hp-joint-answer',
  template: `
    <div>
      <h1 aria-live="polite">
        {{ s().lead }}<em>{{ s().rod }}</em
        >{{ s().middle }}<em>{{ s().flux }}</em
        >{{ s().end }}
      </h1>
      <p class="quiet">{{ what() }}</p>
    </div>
    <div class="does no-print"><ng-content /></div>
  `,
  styles: `
    @use 'scale';

    :host {
      display: flex;
      justify-content: space-between;
      gap: var(--space-6);
      align-items: start;
    }
    @include scale.under(hand) {
      :host {
        flex-wrap: wrap;
        gap: var(--space-4) var(--space-6);
      }
    }
    em {
      font-style: normal;
      color: var(--copper);
    }
    .does {
      display: flex;
      gap: var(--space-4);
      white-space: nowrap;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class JointAnswer {
  readonly joint = input.required<Joint>();
  readonly plan = input.required<JointPlan>();
  private readonly units = inject(UnitsStore);
  protected readonly s = computed(() => verdictSentence(this.joint().mark, this.plan()));
  protected readonly what = computed(() => {
    const j = this.joint();
    const p = this.plan();
    const near = j.partNearby
      ? ` · ${p.partNearby?.name.toLowerCase() ?? 'part'} ${this.units.show(j.partNearby.distanceM, 'length')} away`
      : '';
    const note = j.note ? ` · ${j.note}` : '';
    if (j.socket.kind === 'patch')
      return `${j.tube.size} ${findTubeStandard(j.tube.standardId)?.short ?? ''} ${p.tubeMetal.short}, a patch over a hole · ${p.service.name}${near}${note}`;
    return `${j.tube.size} ${findTubeStandard(j.tube.standardId)?.short ?? ''} ${p.tubeMetal.short} into ${p.bushMetal ? `a ${p.bushMetal.short} bush in ` : ''}${p.socketMetal.short} ${j.socket.kind === 'bush' ? 'part' : j.socket.kind}${j.socket.cup ? `, cup ${j.socket.cup}` : ''} · ${j.position}${j.movement ? ' · moves in service' : ''} · ${p.service.name}${near}${note}`;
  });
}
