import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatExpansionModule } from '@angular/material/expansion';
import type { Joint } from '@hephaist/contracts/records/joint';
import type { Line } from '@hephaist/contracts/records/line';
import { filletRadiusM } from '@hephaist/core/filler-use/filler-use';
import { cautionsAt, type Step } from '@hephaist/core/joint/cautions';
import { feedPlan } from '@hephaist/core/joint/feed-plan';
import { heatSteps } from '@hephaist/core/joint/heat-steps';
import { heatWords } from '@hephaist/core/joint/heat-words';
import type { JointPlan } from '@hephaist/core/joint/plan';
import { preparationOf, swageOf } from '@hephaist/core/joint/preparation';
import { schoolCautions } from '@hephaist/core/joint/school-cautions';
import { stubWords } from '@hephaist/core/metals/unknown-stub';
import { sourceLine } from '@hephaist/core/source/source';
import { formatDuration } from '@hephaist/core/units/units';
import { AccountStore } from '../data/account.store';
import { JobStore } from '../data/job.store';
import { Clock } from '../drawings/clock';
import { SayPipe } from '../units/say.pipe';
import { UnitsStore } from '../units/units.store';
import { AskStub } from './ask-stub';
import { JointAnswer } from './joint-answer';

interface CardStep {
  readonly title: string;
  readonly does: readonly string[];
  readonly cautions: readonly string[];
  /** Cautions past the three that are read. */
  readonly more: readonly string[];
  readonly schools: readonly string[];
  /** Where its metal may be asked about. */
  readonly asksStub: boolean;
}

/** What the fitter takes along: every step with its numbers, the feed drawn as a clock, cautions where they matter. */
@Component({
  selector: 'hp-joint-card',
  imports: [MatButtonModule, MatExpansionModule, SayPipe, Clock, JointAnswer],
  template: `
    <article class="sheet">
      <hp-joint-answer [joint]="joint()" [plan]="plan()"
        ><button matButton="outlined" (click)="print()">Print card</button></hp-joint-answer
      >
      @if (feed(); as f) {
        <div class="body">
          <ol>
            @for (step of steps(); track step.title) {
              <li>
                <h2>{{ step.title }}</h2>
                @for (line of step.does; track line) {
                  <p>{{ line | say }}</p>
                }
                @if (step.asksStub) {
                  <p class="no-print">
                    <button matButton="outlined" (click)="askStub()">What is this stub?</button>
                  </p>
                }
                @for (c of step.cautions; track c) {
                  <p class="caution">▲ {{ c | say }}</p>
                }
                @if (step.more.length || step.schools.length) {
                  <mat-expansion-panel class="no-print" togglePosition="before">
                    <mat-expansion-panel-header>{{ restWords(step) }}</mat-expansion-panel-header>
                    @for (c of step.more; track c) {
                      <p class="caution">▲ {{ c | say }}</p>
                    }
                    @for (s of step.schools; track s) {
                      <p class="quiet">◇ {{ s | say }}</p>
                    }
                  </mat-expansion-panel>
                }
              </li>
            }
          </ol>
          <figure>
            <figcaption>
              <strong>{{ f.title }}</strong>
            </figcaption>
            <hp-clock [feed]="f" [seen]="seen()" [about]="about()" />
            <ol class="feed">
              @for (s of f.steps; track s) {
                <li>{{ s }}</li>
              }
            </ol>
            <p class="quiet">{{ source() }}</p>
          </figure>
        </div>
      } @else {
        <p class="refused">✕ No rod serves this joint as it is. Do not braze it: {{ plan().troubles.join(', ') }}.</p>
      }
      <p class="quiet">
        Advice only; local codes and licensed practice govern. Values from memory are to be checked in the current
        edition of their source.
      </p>
    </article>
  `,
  styleUrl: './joint-card.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class JointCard {
  readonly joint = input.required<Joint>();
  readonly plan = input.required<JointPlan>();
  readonly line = input<Line | undefined>();
  private readonly units = inject(UnitsStore);

  protected readonly feed = computed(() => {
    const chosen = this.plan().selection.chosen;
    return chosen ? feedPlan(chosen.filler, this.joint().position, this.plan().patch !== null) : null;
  });
  protected readonly source = computed(() => sourceLine(this.feed()?.source ?? this.plan().gap.source));
  private readonly tells = computed(() => heatWords(this.plan()));
  protected readonly seen = computed(() => this.tells()?.colour ?? 'watch the flux');
  protected readonly about = computed(() => `about ${this.units.show(this.tells()?.workK ?? NaN, 'temperature')}`);
  protected readonly steps = computed((): CardStep[] => {
    const schools = schoolCautions(this.plan());
    const swage = swageOf(this.plan());
    const step = (title: string, at: Step | null, does: readonly string[]): CardStep => {
      const { shown, more } = at ? cautionsAt(this.plan(), at) : { shown: [], more: [] };
      return {
        title,
        does,
        cautions: shown.map((c) => c.says),
        more: more.map((c) => c.says),
        schools: schools.filter((c) => c.step === at).map((c) => c.says),
        asksStub: at === 'prepare' && this.plan().kind === 'stub',
      };
    };
    return [
      ...(swage ? [step('Make the socket', null, swage)] : []),
      step('Prepare', 'prepare', this.prepare()),
      step('Purge', 'purge', this.purge()),
      step('Heat', 'heat', this.heat()),
      step('Feed', null, this.rod()),
      step('Cool and look', 'cool', this.look()),
    ];
  });

  protected readonly restWords = (step: CardStep): string =>
    [
      ...(step.more.length ? [`${step.more.length} more ${step.more.length === 1 ? 'caution' : 'cautions'}`] : []),
      ...(step.schools.length ? ['how this job does it'] : []),
    ].join(', ');

  private readonly stubs = inject(AskStub);
  private readonly store = inject(JobStore);
  private readonly account = inject(AccountStore);
  /** Asks what the stub is; who may change joints keeps the answer with it. */
  protected async askStub(): Promise<void> {
    const joint = this.joint();
    const isOpen = this.store.stored('joint', joint.id) !== undefined && !this.store.lastLog().has(joint.id);
    const mayKeep = isOpen && this.account.may('write:joint') && !this.store.isReadOnly();
    const told = await this.stubs.ask({ mark: joint.mark, answers: joint.stub ?? {}, mayKeep });
    if (!told) return;
    const socket = { ...joint.socket, metalId: told.metalId };
    await this.store.change('joint', [{ ...joint, socket, stub: told.answers }]);
  }

  private prepare(): string[] {
    const p = this.plan();
    const u = this.units;
    const chosen = p.selection.chosen;
    const fitted = [
      `Insert ${u.show(p.overlap.overlapM, 'length')}${p.overlap.answers[0]?.governs ? ' to the stop' : ''}, and turn.`,
      `Gap ${u.show(p.gap.sideM, 'gap')} a side cold, ${u.show(2 * p.gap.sideM, 'gap')} across; ${chosen ? `${u.show(chosen.gap.sideM, 'gap')} at heat, ${chosen.gapVerdict}.` : ''}`,
    ];
    const out = [
      ...(this.joint().stub ? [`The stub was told by ${stubWords(this.joint().stub ?? {})}.`] : []),
      ...(p.patch ? [] : ['Cut square, ream, empty the chips.']),
      ...preparationOf(p),
      ...(p.patch ? [] : fitted),
    ];
    out.push(
      chosen?.flux
        ? `Flux ${chosen.flux.id} (${chosen.flux.name}), thin and even on the tube, none inside the socket.`
        : 'No flux.',
    );
    return out;
  }

  private purge(): string[] {
    const purge = this.plan().purge;
    if (!purge) return ['No nitrogen needed: nothing flows in it.'];
    const u = this.units;
    return [
      purge.byPressure
        ? `Vent open beyond the joint. The bore is too narrow for a flow by the meter: set ${u.show(purge.tricklePa, 'gauge')} at the regulator, fill ${formatDuration(purge.waitS)}, and keep it so. Strike when oxygen at the vent is ${purge.limit * 100} % or less.`
        : `Vent open beyond the joint. Fill ${formatDuration(purge.waitS)} at ${u.show(purge.fillM3s, 'flow')}, then ${u.show(purge.trickleM3s, 'flow')}. Strike when oxygen at the vent is ${purge.limit * 100} % or less.`,
    ];
  }

  private heat(): string[] {
    const tells = this.tells();
    const out = [...heatSteps(this.plan()), `Neutral flame, always moving, to ${this.about()}: ${tells?.says ?? ''}.`];
    if (tells?.signs.length)
      out.push(
        `The flux tells: ${tells.signs.map((s) => `${s.says} near ${this.units.show(s.atK, 'temperature')}`).join('; ')}.`,
      );
    return out;
  }

  private rod(): string[] {
    const use = this.plan().filler;
    const chosen = this.plan().selection.chosen;
    if (!use || !chosen) return [];
    const u = this.units;
    const ring = use.ring;
    return [
      ring
        ? `Ring of ${chosen.filler.id} slipped on before assembly: ${u.show(ring.wireM, 'diameter')} wire, ${u.show(ring.insideM, 'diameter')} inside, ${ring.turns.toFixed(2)} turns (${u.show(ring.wireLengthM, 'length')}); its ends need not meet. Heat from the far side so that the ring melts last.`
        : `About ${u.show(use.lengthM, 'length')} of ${use.form.name} (${u.show(use.massKg, 'filler')}) of ${chosen.filler.id}. The metal melts the rod, never the flame.`,
      this.plan().patch
        ? 'Stop at a low dome, tinned all round.'
        : `Stop at a complete small concave fillet, about ${this.units.show(filletRadiusM(this.plan().tube.wallM), 'length')}.`,
    ];
  }

  private look(): string[] {
    const flux = this.plan().selection.chosen?.flux;
    return [
      `${flux ? 'Wash the flux off with warm water and a brush. ' : ''}Filler all round, smooth, no cracks, no burnt tube${flux ? ', no flux left' : ''}. Then log it.`,
    ];
  }

  protected print(): void {
    globalThis.print();
  }
}
