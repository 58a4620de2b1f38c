import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import type { TableId } from '@hephaist/core/catalogue/own-rows';
import { type ProvenanceRow, provenanceRows } from '@hephaist/core/provenance/provenance';
import { certaintyTag } from '@hephaist/core/source/source';
import { saysOf } from '@hephaist/core/words/says-of';
import { CrewStore } from '../data/crew.store';
import { ShopStore } from '../data/shop.store';
import { Entry } from '../forms/entry';
import { plain } from '../forms/options';
import { Pick } from '../forms/pick';
import { Cell } from '../layout/cell';
import { type Column, Table } from '../layout/table';
import { May } from '../signing/may';
import { UnitsStore } from '../units/units.store';
import { RowForm } from './row-form';
import { WeightsForm } from './weights-form';

/** Every value in use with its source and certainty; the company's own rows are added and corrected here. */
@Component({
  selector: 'hp-shop-page',
  imports: [Cell, Table, Entry, Pick, MatButtonModule, May, RouterLink, RowForm, WeightsForm],
  templateUrl: './shop-page.html',
  styleUrl: './shop-page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ShopPage {
  /** Table to open, from the address. */
  readonly table = input<string>();
  protected readonly shop = inject(ShopStore);
  private readonly crew = inject(CrewStore);
  private readonly units = inject(UnitsStore);
  protected readonly find = signal('');
  protected readonly certainty = signal('');
  protected readonly failure = signal<string | null>(null);
  /** The row being typed: a table and a key, the key empty for a new one. */
  protected readonly editing = signal<{ table: TableId; key: string } | null>(null);

  private readonly rows = computed(() => provenanceRows(this.shop.tables()));
  protected readonly tables = computed(() => [...new Set(this.rows().map((r) => r.table))]);
  private readonly chosen = linkedSignal(() => this.table());
  protected readonly open = computed(() => this.chosen() ?? this.tables()[0] ?? '');
  protected readonly certainties = computed(() =>
    plain([...new Set(this.rows().map((r) => certaintyTag(r.source)))].sort()),
  );
  protected readonly shown = computed(() => {
    const words = this.find().toLowerCase().split(/\s+/).filter(Boolean);
    const everywhere = words.length > 0 || this.certainty() !== '';
    return this.rows().filter((r) => {
      if (!everywhere && r.table !== this.open()) return false;
      if (this.certainty() && certaintyTag(r.source) !== this.certainty()) return false;
      const text = this.units.say(`${r.table} ${r.item} ${r.value} ${r.source.name}`).toLowerCase();
      return words.every((w) => text.includes(w));
    });
  });
  protected readonly everywhere = computed(() => this.find().trim() !== '' || this.certainty() !== '');
  protected readonly addable = computed(
    () => this.rows().find((r) => r.table === this.open() && r.row)?.row?.table ?? null,
  );

  constructor() {
    void Promise.all([this.shop.load(), this.crew.load()]).catch((e: Error) => this.failure.set(e.message));
  }

  protected readonly tag = (r: ProvenanceRow): string => certaintyTag(r.source);
  protected readonly own = (r: ProvenanceRow): boolean => this.stored(r) !== undefined;

  private stored(r: ProvenanceRow) {
    return r.row ? this.shop.rows().find((x) => x.table === r.row?.table && x.key === r.row.key) : undefined;
  }

  protected readonly columns = computed((): readonly Column<ProvenanceRow>[] => [
    ...(this.everywhere() ? [{ id: 'table', head: 'Table', text: (r: ProvenanceRow) => r.table }] : []),
    { id: 'item', head: 'Item', text: (r) => this.units.say(r.item), names: true },
    { id: 'value', head: 'Value', text: (r) => this.units.say(r.value) },
    { id: 'source', head: 'Source', text: (r) => r.source.name + (r.source.note ? `; ${r.source.note}` : '') },
    { id: 'sure', head: 'How sure', text: (r) => (this.own(r) ? '▲ the company’s own' : this.tag(r)) },
    { id: 'do', head: 'Change', quiet: true },
  ]);

  protected choose(table: string): void {
    this.chosen.set(table);
    this.find.set('');
    this.certainty.set('');
    this.editing.set(null);
  }

  /** The shipped row holds again, or the added one is gone. */
  protected async putBack(r: ProvenanceRow): Promise<void> {
    const row = this.stored(r);
    if (!row) return;
    this.failure.set(null);
    try {
      await this.shop.removeRow(row.id, this.shop.versionOf(row.id));
    } catch (e) {
      this.failure.set(saysOf(e));
    }
  }
}
