import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { Joint } from '@hephaist/contracts/records/joint';
import { AMBIENT_K } from '@hephaist/core/fit-up/gap';
import { fluxLook, fluxLooks } from '@hephaist/core/heat/colours';
import { fluxLifeS } from '@hephaist/core/heat/flux-life';
import { usualHeat } from '@hephaist/core/heat/usual-heat';
import { feedPlan } from '@hephaist/core/joint/feed-plan';
import { heatWords } from '@hephaist/core/joint/heat-words';
import type { JointPlan } from '@hephaist/core/joint/plan';
import { formatDuration } from '@hephaist/core/units/units';
import type { WayDraws } from '@hephaist/core/way/way-step';
import { Clock } from '../drawings/clock';
import { FluxLooks } from '../drawings/flux-looks';
import { seenOf } from '../drawings/heat-curves';
import { NitrogenDrawing } from '../drawings/nitrogen-drawing';
import { Section } from '../drawings/section';
import { UnitsStore } from '../units/units.store';

/** What is drawn at one step of a joint's way. */
@Component({
  selector: 'hp-way-drawing',
  imports: [Clock, FluxLooks, NitrogenDrawing, Section],
  template: `
    @switch (draws()) {
      @case ('section') {
        <hp-section [plan]="plan()" [name]="joint().mark" [still]="true" [heldK]="cold" />
      }
      @case ('clock') {
        @if (feed(); as f) {
          <hp-clock class="clock" [feed]="f" [seen]="seen()" [about]="warmth()" />
        }
      }
      @case ('flux') {
        @if (flux(); as f) {
          <p class="quiet">What it will tell, on its way to heat</p>
          <hp-flux-looks [now]="f.now" [looks]="f.looks" [tube]="f.tube" [socket]="f.socket" />
        }
      }
      @case ('nitrogen') {
        <hp-nitrogen-drawing [mark]="joint().mark" [on]="purging()" />
      }
      @case ('heat') {
        <ol aria-label="What the plan expects to be seen, and when">
          @for (s of expected(); track s.says) {
            <li [class.past]="s.timeS <= elapsedS()" [class.next]="s.next">
              <span>{{ s.at }}</span>{{ s.says }}
            </li>
          }
        </ol>
      }
    }
  `,
  styles: `
    :host {
      display: block;
      min-width: 0;
    }
    hp-flux-looks {
      --look: 150px;
    }
    .clock {
      display: block;
      height: min(360px, 42vh);
    }
    ol {
      list-style: none;
      margin: 0;
      padding: 0;
      display: grid;
      gap: var(--space-2);
      font-size: var(--type-head);
    }
    li {
      display: grid;
      grid-template-columns: 3em 1fr;
      color: var(--mid);
    }
    li span {
      font-variant-numeric: tabular-nums;
    }
    .past {
      color: var(--ink);
    }
    .next {
      color: var(--copper);
      font-weight: 600;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WayDrawing {
  readonly joint = input.required<Joint>();
  readonly plan = input.required<JointPlan>();
  readonly draws = input.required<WayDraws>();
  /** Seconds under the flame. */
  readonly elapsedS = input(0);
  /** Nitrogen was turned on. */
  readonly purging = input(false);
  private readonly units = inject(UnitsStore);
  protected readonly cold = AMBIENT_K;
  private readonly chosen = computed(() => this.plan().selection.chosen);
  protected readonly feed = computed(() => {
    const chosen = this.chosen();
    return chosen ? feedPlan(chosen.filler, this.joint().position, this.plan().patch !== null) : null;
  });
  private readonly tells = computed(() => heatWords(this.plan()));
  protected readonly seen = computed(() => this.tells()?.colour ?? 'watch the flux');
  protected readonly warmth = computed(() => `about ${this.units.show(this.tells()?.workK ?? NaN, 'temperature')}`);
  protected readonly flux = computed(() => {
    const flux = this.chosen()?.flux;
    if (!flux) return null;
    const { tubeMetal, socketMetal } = this.plan();
    return {
      now: fluxLook(flux, 0, 0),
      looks: fluxLooks(flux, fluxLifeS(flux, flux.activeK.min)),
      tube: tubeMetal.family,
      socket: socketMetal.family,
    };
  });
  protected readonly expected = computed(() => {
    const { heat } = this.plan();
    if (!heat) return [];
    const all = seenOf(heat, usualHeat(heat));
    const next = all.find((s) => s.timeS > this.elapsedS());
    return all.map((s) => ({ ...s, at: formatDuration(Math.round(s.timeS)), next: s === next }));
  });
}
