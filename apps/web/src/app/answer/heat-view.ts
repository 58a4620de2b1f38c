import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal, output } from '@angular/core';
import { MatSliderModule } from '@angular/material/slider';
import { fluxLook, fluxLooks } from '@hephaist/core/heat/colours';
import { fluxLifeS, fluxUsed } from '@hephaist/core/heat/flux-life';
import { TIPS } from '@hephaist/core/heat/fuels';
import type { HeatJoint } from '@hephaist/core/heat/heat-joint';
import { heatSentences } from '@hephaist/core/heat/heat-sentences';
import { planHeat, type Torch } from '@hephaist/core/heat/plan-heat';
import type { ProtectionId } from '@hephaist/core/heat/protections';
import { usualHeat } from '@hephaist/core/heat/usual-heat';
import { certaintyTag, sourceLine } from '@hephaist/core/source/source';
import { rigWords } from '@hephaist/core/torch-rig/rig';
import { formatDuration } from '@hephaist/core/units/units';
import { Chart } from '../drawings/chart';
import { type Band, durationAxis, type Instant } from '../drawings/chart-frame';
import { FluxLooks } from '../drawings/flux-looks';
import {
  heatChartWords,
  heatCurves,
  heatMoments,
  seenOf,
  shownS,
  stateAt,
  temperatureAxis,
} from '../drawings/heat-curves';
import { SayPipe } from '../units/say.pipe';
import { UnitsStore } from '../units/units.store';
import { Glow } from './glow';
import { PartProtected } from './part-protected';
import { TipsCompared } from './tips-compared';

/** Room over the highest temperature drawn, K. */
const ROOM_K = 60;

/** The heat of one joint: temperatures against time, what is seen when, the tips side by side, the part nearby. */
@Component({
  selector: 'hp-heat-view',
  imports: [Chart, FluxLooks, Glow, MatSliderModule, PartProtected, SayPipe, TipsCompared],
  template: `
    <h2>
      Heat <span class="quiet">· {{ torchWords() }}</span>
    </h2>
    <ul class="says">
      @for (s of sentences(); track s.says) {
        <li>
          {{ s.says | say }} <span class="quiet" [title]="source(s.source)">{{ tag(s.source) }}</span>
        </li>
      }
    </ul>
    <div class="drawn">
      <div>
        <hp-chart
          [words]="words()"
          [x]="x()"
          [y]="y()"
          [curves]="curves()"
          [bands]="bands()"
          [limit]="limit()"
          [moments]="moments()"
          [room]="{ w: 560, h: 250, left: 44, right: 52, top: 16, bottom: 24 }"
        />
        <mat-slider class="no-print" min="0" [max]="end()" step="1"
          ><input matSliderThumb aria-label="Seconds from strike" [value]="at()" (valueChange)="hold($event)"
        /></mat-slider>
      </div>
      <div class="seen">
        <div class="now">
          <hp-glow [tempK]="coldestK()" />
          <p role="status">
            <strong>{{ time(at()) }}</strong> tube {{ show(state().tubeK) }}, socket {{ show(state().socketK) }}
            @if (state().colour; as c) {
              <br />{{ c }}
            } @else {
              <br />no colour shows: watch the flux
            }
            @if (state().flux; as f) {
              <br />{{ f }}
            }
          </p>
        </div>
        <h3>What is seen, and when</h3>
        <ol>
          @for (s of seen(); track s.says) {
            <li [class.past]="s.timeS <= at()" [class.feed]="s.kind === 'feed'">
              <span class="t">{{ time(s.timeS) }}</span><span>{{ s.says }}</span>
            </li>
          }
          <li [class.past]="plan().leaveAtS <= at()">
            <span class="t">{{ time(plan().leaveAtS) }}</span><span>flame off</span>
          </li>
        </ol>
        <p class="quiet">{{ after() }}</p>
      </div>
    </div>
    @if (flux(); as f) {
      <div class="flux">
        <h3>{{ f.id }} at the mouth</h3>
        <hp-flux-looks [now]="f.now" [looks]="f.looks" [tube]="f.tube" [socket]="f.socket" />
      </div>
    }
    <hp-tips-compared [joint]="heat()" [shown]="shownTip()" (picked)="pick($event)" />
    <hp-part-protected [joint]="heat()" [plan]="plan()" [now]="protection()" />
    <p class="quiet">
      Computed from metals, sizes and an average torch; colours in a dim place, daylight shifts them: the flux is the
      better gauge. The torch maker’s chart governs.
    </p>
  `,
  styles: `
    @use 'scale';

    :host {
      display: grid;
      gap: var(--space-4);
      padding: var(--space-4) var(--space-5) var(--space-4);
    }
    .says {
      list-style: none;
      padding: 0;
      font-size: var(--type-body);
    }
    .drawn {
      display: grid;
      grid-template-columns: minmax(0, 3fr) minmax(0, 2fr);
      gap: var(--space-6);
    }
    mat-slider {
      /* As wide as the chart is between its axes. */
      width: calc(100% - 44px - 52px - 16px);
      margin-left: calc(44px + 2px);
    }
    .now {
      display: flex;
      gap: var(--space-5);
      align-items: start;
      min-height: 76px;
    }
    ol {
      list-style: none;
      padding: 0;
      font-size: var(--type-small);
    }
    ol li {
      display: grid;
      grid-template-columns: 3.6em 1fr;
    }
    ol li:not(.past) {
      color: var(--mid);
    }
    .feed {
      font-weight: 600;
    }
    .t {
      font-variant-numeric: tabular-nums;
    }
    @include scale.under(phone) {
      .drawn {
        grid-template-columns: minmax(0, 1fr);
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class HeatView {
  readonly heat = input.required<HeatJoint>();
  /** Working range of the rod, K. */
  readonly brazingK = input.required<{ readonly min: number; readonly max: number }>();
  readonly protection = input<ProtectionId>('bare');
  /** How hot the colder part is where the slider is put: section and ladder follow it. */
  readonly held = output<number>();
  private readonly units = inject(UnitsStore);

  /** The torch that is looked at; the usual one for this joint until another tip is touched. */
  private readonly torch = linkedSignal<HeatJoint, Torch | null>({ source: this.heat, computation: () => null });
  protected readonly plan = computed(() => {
    const torch = this.torch();
    return torch ? planHeat(this.heat(), torch) : usualHeat(this.heat());
  });
  protected readonly shownTip = computed(() => `${this.plan().torch.tip.id} ${this.plan().torch.torches ?? 1}`);
  protected readonly sentences = computed(() => heatSentences(this.heat(), this.plan()));
  protected readonly seen = computed(() => seenOf(this.heat(), this.plan()));
  protected readonly end = computed(() => Math.round(shownS(this.plan())));
  /** Seconds from strike that are looked at: at first where the rod is fed. */
  protected readonly at = linkedSignal(() => Math.round(this.plan().feedAtS ?? this.plan().leaveAtS));
  protected readonly state = computed(() => stateAt(this.heat(), this.plan(), this.seen(), this.at()));
  protected hold(seconds: number): void {
    this.at.set(seconds);
    this.held.emit(this.coldestK());
  }
  /** The flux where the slider is put; null where none is used. */
  protected readonly flux = computed(() => {
    const { flux, tube } = this.heat();
    if (!flux) return null;
    const heated = this.plan().curve.filter((n) => n.timeS <= Math.min(this.at(), this.plan().leaveAtS));
    const used = fluxUsed(flux, heated)?.at(-1) ?? 0;
    // What has melted clear stays so while it cools.
    const beenK = Math.max(...heated.map((n) => n.coldestK), this.coldestK());
    return {
      id: flux.id,
      now: fluxLook(flux, beenK, used),
      looks: fluxLooks(flux, fluxLifeS(flux, flux.activeK.min)),
      tube: tube.metal.family,
      socket: this.heat().socket.metal.family,
    };
  });
  protected readonly coldestK = computed(() => Math.min(this.state().tubeK, this.state().socketK));
  protected readonly x = computed(() => durationAxis(shownS(this.plan())));
  protected readonly y = computed(() =>
    temperatureAxis(
      this.heat().airK,
      Math.max(this.brazingK().max, this.plan().reachesK) + ROOM_K,
      this.units.system(),
    ),
  );
  protected readonly curves = computed(() => heatCurves(this.heat(), this.plan()));
  protected readonly bands = computed((): Band[] => [
    { from: this.brazingK().min, to: this.brazingK().max, name: 'the rod’s brazing range', tone: 'wanted' },
  ]);
  protected readonly limit = computed(() => {
    const { part } = this.heat();
    return part ? { at: part.limitK, text: `${part.name.toLowerCase()} bears ${this.show(part.limitK)}` } : null;
  });
  protected readonly moments = computed((): Instant[] => [
    ...heatMoments(this.plan()),
    { at: this.at(), word: '', now: true },
  ]);
  protected readonly words = computed(() => heatChartWords(this.plan(), this.y()));
  protected readonly torchWords = computed(() => {
    const { tip, torches = 1 } = this.plan().torch;
    return `${torches === 2 ? 'two torches, ' : ''}${rigWords(tip).toLowerCase()}, ${tip.name}`;
  });
  protected readonly after = computed(() => {
    const { coolS, fluxUsed, inside } = this.plan();
    const flux =
      fluxUsed === null
        ? ''
        : ` Flux: ${Math.round(fluxUsed * 100)} % of its life used${fluxUsed > 1 ? ', dead' : ''}.`;
    return `Cool to the touch ${formatDuration(coolS.still)} after, ${formatDuration(coolS.draught)} in a draught: the nitrogen stays on.${flux} Inside: ${inside.word}; in air it would be ${inside.inAirWord}.`;
  });

  protected readonly show = (k: number): string => this.units.show(k, 'temperature');
  protected readonly time = formatDuration;
  protected readonly tag = certaintyTag;
  protected readonly source = sourceLine;

  protected pick({ id, torches }: { readonly id: string; readonly torches: 1 | 2 }): void {
    const tip = TIPS.find((t) => t.id === id);
    if (tip) this.torch.set({ tip, torches });
  }
}
