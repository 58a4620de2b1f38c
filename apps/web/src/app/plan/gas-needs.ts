import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { fuelName } from '@hephaist/core/heat/fuels';
import { ACETYLENE_CYLINDERS, DRAW_WORDS, type DrawUse } from '@hephaist/core/heat/torch-gas';
import { CYLINDERS } from '@hephaist/core/purge/cylinder';
import { type GasList, type GasRow, gasRows } from '@hephaist/core/rod-list/gas-list';
import { formatDuration } from '@hephaist/core/units/units';
import { Pick as PickField } from '../forms/pick';
import { type Column, Table } from '../layout/table';
import { UnitsStore } from '../units/units.store';
import type { Wishes } from './prices';

/** Fuel, oxygen and nitrogen for what is left, in cylinders of the sizes in the van, and whether the cylinder may run the tip. */
@Component({
  selector: 'hp-gas-needs',
  imports: [PickField, Table],
  template: `
    <h3>Gas, for what is left</h3>
    <div class="ask">
      <hp-pick
        [label]="fuel()"
        [options]="fuels"
        [value]="wishes().fuel"
        (valueChange)="asked.emit({ fuel: $event })"
      />
      <hp-pick
        label="Oxygen"
        [options]="sizes"
        [value]="wishes().oxygen"
        (valueChange)="asked.emit({ oxygen: $event })"
      />
      <hp-pick
        label="Nitrogen"
        [options]="sizes"
        [value]="wishes().nitrogen"
        (valueChange)="asked.emit({ nitrogen: $event })"
      />
      <hp-pick label="Draw" [options]="uses" [value]="wishes().use" (valueChange)="use($event)" />
    </div>
    <hp-table [rows]="rows()" [columns]="columns" />
    @if (draw(); as d) {
      <p [class]="d.tone">{{ d.says }}</p>
    }
    @if (gas().without) {
      <p class="caution">
        ▲ {{ gas().without }} {{ gas().without === 1 ? 'joint is' : 'joints are' }} not counted for the torch: not
        brought to heat by it, or no tube in a socket.
      </p>
    }
    <p class="quiet">
      {{ flame() }} under the flame by the heat plan of each joint, and half as much gas again between them (practice).
      Nitrogen as if each joint were purged by itself until it is cool: a line’s purge plan takes less. Draw limits from
      CGA G-1 and NFPA 51, from memory.
    </p>
  `,
  styles: `
    @use 'scale';

    h3 {
      margin: var(--space-6) 0 var(--space-2);
      font-size: var(--type-body);
    }
    .ask {
      display: grid;
      grid-template-columns: repeat(3, 1fr) 2fr;
      gap: var(--space-5);
    }
    @include scale.under(hand) {
      .ask {
        grid-template-columns: 1fr 1fr;
      }
    }
    :host {
      display: block;
      @include scale.measure;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class GasNeeds {
  readonly gas = input.required<GasList>();
  readonly wishes = input.required<Wishes>();
  readonly asked = output<Partial<Wishes>>();
  private readonly units = inject(UnitsStore);

  protected readonly fuels = ACETYLENE_CYLINDERS.map(({ id }) => ({ id, name: id }));
  protected readonly sizes = CYLINDERS.map(({ id }) => ({ id, name: id }));
  protected readonly uses = Object.entries(DRAW_WORDS).map(([id, name]) => ({ id, name }));
  protected readonly columns: Column<GasRow>[] = [
    { id: 'gas', head: 'Gas', names: true, text: (r) => r.gas },
    { id: 'needed', head: 'Needed', number: true, text: (r) => this.units.show(r.m3, 'gas') },
    { id: 'cylinders', head: 'Full cylinders, a tenth in reserve', number: true, text: (r) => r.order || '–' },
  ];
  protected readonly rows = computed(() => gasRows(this.gas()));
  protected readonly fuel = computed(() => fuelName(this.gas().fuelId));
  protected readonly flame = computed(() => formatDuration(this.gas().flameS));
  /** Whether the cylinder in the van may run the largest tip. */
  protected readonly draw = computed(() => {
    const { largest, smallestCylinder } = this.gas();
    if (!largest || this.gas().fuelId !== 'acetylene') return null;
    const order = this.fuels.findIndex((f) => f.id === this.wishes().fuel);
    const needs = this.fuels.findIndex((f) => f.id === smallestCylinder);
    const asks = `The largest tip is ${largest.tip}: it draws ${this.units.show(largest.flowM3s, 'flow')}`;
    if (smallestCylinder === null)
      return { tone: 'refused', says: `✕ ${asks}, more than any single cylinder may give: couple cylinders.` };
    return order >= needs
      ? { tone: 'quiet', says: `● ${asks}; a ${this.wishes().fuel} cylinder, full, may give it.` }
      : { tone: 'refused', says: `✕ ${asks}: take ${smallestCylinder} at least.` };
  });

  protected use(use: string): void {
    this.asked.emit({ use: use as DrawUse });
  }
}
