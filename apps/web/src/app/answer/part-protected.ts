import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { HeatJoint } from '@hephaist/core/heat/heat-joint';
import type { HeatPlan } from '@hephaist/core/heat/plan-heat';
import { leastDistanceM, type Protected, protectPart } from '@hephaist/core/heat/protect-part';
import { PROTECTION_WORDS, type ProtectionId } from '@hephaist/core/heat/protections';
import { sourceLine } from '@hephaist/core/source/source';
import { formatDuration } from '@hephaist/core/units/units';
import { type Column, Table } from '../layout/table';
import { UnitsStore } from '../units/units.store';

const VERDICT = { 'saves it': '● spared', 'does not save it': '✕ too hot', refused: '✕ refused' } as const;

/** The part nearby: how hot the tube gets there bare and under each protection, and how far it would have to stand. */
@Component({
  selector: 'hp-part-protected',
  imports: [Table],
  template: `
    @if (joint().part; as part) {
      <h3>
        {{ part.name }} <span class="quiet">· bears {{ show(part.limitK) }}, {{ away() }} away</span>
      </h3>
      <hp-table [rows]="rows()" [columns]="columns" />
      <p class="quiet">{{ least() }}</p>
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PartProtected {
  readonly joint = input.required<HeatJoint>();
  readonly plan = input.required<HeatPlan>();
  /** What protects it by the joint's record. */
  readonly now = input.required<ProtectionId>();
  private readonly units = inject(UnitsStore);

  protected readonly rows = computed(() => protectPart(this.joint(), this.plan().torch, this.plan()));
  protected readonly away = computed(() => this.units.show(this.joint().part?.distanceM ?? 0, 'length'));
  protected readonly least = computed(() => {
    const m = leastDistanceM(this.plan().peaks, this.joint().part?.limitK ?? 0);
    return m === null
      ? 'As far as heat was followed, bare tube gets too hot for it.'
      : `Nothing is needed from ${this.units.show(m, 'length')} on. Judged by the tube where the part stands: its body lags behind.`;
  });
  protected readonly show = (k: number): string => this.units.show(k, 'temperature');
  protected readonly columns: Column<Protected>[] = [
    {
      id: 'by',
      head: 'Protected by',
      names: true,
      text: (p) => `${PROTECTION_WORDS[p.id]}${p.id === this.now() ? ' (as planned)' : ''}`,
    },
    { id: 'peak', head: 'Hottest', number: true, text: (p) => (p.peakK === null ? '–' : this.show(p.peakK)) },
    { id: 'at', head: 'After', number: true, text: (p) => (p.atS === null ? '–' : formatDuration(p.atS)) },
    {
      id: 'verdict',
      head: 'So',
      text: (p) => VERDICT[p.verdict],
      tone: (p) => (p.verdict === 'saves it' ? 'ok' : 'refuse'),
    },
    {
      id: 'why',
      head: 'By',
      text: (p) => (p.dryAtS === null ? this.waterOf(p) : `boiled dry after ${formatDuration(p.dryAtS)}`),
    },
  ];

  private waterOf(p: Protected): string {
    return p.waterKg > 0.0005 ? `gives ${Math.round(p.waterKg * 1000)} g of water` : sourceLine(p.source);
  }
}
