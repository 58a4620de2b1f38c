import { ChangeDetectionStrategy, Component, computed, effect, inject, input, untracked } from '@angular/core';
import type { Joint } from '@hephaist/contracts/records/joint';
import { formatDuration } from '@hephaist/core/units/units';
import { SessionsStore } from '../data/sessions.store';
import { type Moment, TraceChart } from '../drawings/trace-chart';
import { SayPipe } from '../units/say.pipe';
import { UnitsStore } from '../units/units.store';

/** Shown before flame on and after cool, ms. */
const AROUND_MS = 10_000;

/** The nitrogen as it was read while a joint was made: the trace with what speaks against it. */
@Component({
  selector: 'hp-joint-purge',
  imports: [SayPipe, TraceChart],
  template: `
    @if (traced(); as t) {
      <section>
        <h3>Purge while it was made</h3>
        <hp-trace-chart
          [readings]="around()"
          [limit]="t.session.limit"
          [fromMs]="from()"
          [toMs]="to()"
          [moments]="moments()"
          [w]="320"
        />
        @for (f of t.trace.faults; track f) {
          <p class="refused">✕ {{ f | say }}</p>
        } @empty {
          <p class="fine">✓ Under the limit from flame on to cool.</p>
        }
        <p class="quiet">
          {{ t.trace.readings.length }} readings{{ t.trace.byHand ? ', ' + t.trace.byHand + ' by hand' : '' }}; highest
          oxygen {{ percent() }}, least flow {{ least() }}; {{ session() }}.
          <a [href]="'/api/sessions/' + t.session.id + '/trace.csv'" download>Trace as CSV</a>
        </p>
      </section>
    }
  `,
  styles: `
    section {
      display: grid;
      gap: var(--space-2);
      margin: var(--space-4) 0;
      padding: var(--space-4) var(--space-4);
      border: 1px solid var(--hairline);
      border-radius: 6px;
    }
    h3 {
      font-size: var(--type-small);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class JointPurge {
  readonly joint = input.required<Joint>();
  private readonly sessions = inject(SessionsStore);
  private readonly units = inject(UnitsStore);
  protected readonly traced = computed(() => this.sessions.traceOf()(this.joint().id));
  protected readonly around = computed(() => this.traced()?.trace.readings ?? []);
  protected readonly from = computed(() => (this.traced()?.trace.fromMs ?? 0) - AROUND_MS);
  protected readonly to = computed(() => {
    const t = this.traced()?.trace;
    return (t?.toMs ?? t?.readings.at(-1)?.atMs ?? t?.fromMs ?? 0) + AROUND_MS;
  });
  protected readonly moments = computed((): Moment[] => {
    const t = this.traced()?.trace;
    if (!t) return [];
    const ends: [number | null, string][] = [
      [t.fromMs, 'flame on'],
      [t.brazedMs, 'made'],
      [t.toMs, 'cool'],
    ];
    return ends.flatMap(([atMs, word]) => (atMs === null ? [] : [{ atMs, word }]));
  });
  protected readonly percent = computed(() => {
    const worst = this.traced()?.trace.worstOxygen;
    return worst == null ? 'not read' : `${(100 * worst).toFixed(2)} %`;
  });
  protected readonly least = computed(() => {
    const least = this.traced()?.trace.leastFlowM3s;
    return least == null ? 'not read' : this.units.show(least, 'flow');
  });
  protected readonly session = computed(() => {
    const t = this.traced();
    if (!t) return '';
    const set = this.sessions.instruments().find((i) => i.id === t.session.instruments);
    const lasted = t.trace.toMs === null ? 'not cool yet' : formatDuration((t.trace.toMs - t.trace.fromMs) / 1000);
    return `${lasted}, ${set?.standIn ? 'simulated instruments: no evidence' : (set?.name ?? 'read by hand')}`;
  });

  constructor() {
    effect(() => {
      const [id] = [this.joint().id, this.sessions.sessions()];
      untracked(() => void this.sessions.fetchFor(id));
    });
  }
}
