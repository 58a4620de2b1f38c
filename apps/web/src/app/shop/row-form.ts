import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal, output } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { findTableForm, type OwnRowRecord, ownRowSchema, type TableField } from '@hephaist/contracts/records/own-row';
import { problemsOf } from '@hephaist/contracts/schemas/parse';
import { type TableId, valuesOf } from '@hephaist/core/catalogue/own-rows';
import type { FieldProblem } from '@hephaist/core/source/problem';
import { displayUnit } from '@hephaist/core/units/units';
import { newId } from '../data/outbox';
import { ShopStore } from '../data/shop.store';
import { Entry } from '../forms/entry';
import { type FieldOf, Form } from '../forms/form';
import { FormEnd } from '../forms/form-end';
import { FormOf } from '../forms/form-of';
import { plain } from '../forms/options';
import { Pick as PickField } from '../forms/pick';
import { shown, typed } from '../units/typed';
import { UnitsStore } from '../units/units.store';

/** Adds a row of the company's own to a table, or corrects one: the shipped values stand beside what is typed. */
@Component({
  selector: 'hp-row-form',
  imports: [MatButtonModule, Entry, FormEnd, FormOf, PickField],
  templateUrl: './row-form.html',
  styles: `
    @use 'scale';

    :host {
      display: block;
      background: var(--sheet);
      border: 1px solid var(--copper);
      border-radius: 6px;
      padding: var(--space-4) var(--space-6);
      max-height: 60vh;
      overflow-y: auto;
    }
    form {
      display: grid;
      grid-template-columns: repeat(4, 1fr);
      gap: var(--space-4) var(--space-6);
      align-items: start;
    }
    .two {
      grid-column: span 2;
    }
    @include scale.under(hand) {
      form {
        grid-template-columns: 1fr 1fr;
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RowForm {
  readonly table = input.required<TableId>();
  /** Key of the row; empty for a new one. */
  readonly key = input.required<string>();
  readonly closed = output();
  private readonly shop = inject(ShopStore);
  private readonly system = inject(UnitsStore).system();
  protected readonly asks = computed(() => findTableForm(this.table()));
  private readonly stored = computed(() =>
    this.shop.rows().find((r) => r.table === this.table() && r.key === this.key()),
  );
  private readonly shipped = computed(() => valuesOf(this.table(), this.key()));
  /** Key, source and every field as text in the units shown. */
  private readonly draft = linkedSignal(() => {
    const now = this.stored()?.values ?? this.shipped() ?? {};
    return {
      key: this.key(),
      source: this.stored()?.source ?? '',
      values: Object.fromEntries((this.asks()?.fields ?? []).map((f) => [f.name, this.textOf(f, now[f.name])])),
    };
  });
  protected readonly form = new Form(this.draft, {
    keep: () => `row ${this.table()} ${this.key()}`,
    tried: () => problemsOf(ownRowSchema, this.record()).map((p) => ({ ...p, says: this.inOurUnits(p) })),
  });
  protected readonly fields = computed(() =>
    (this.asks()?.fields ?? []).map((about) => ({ about, of: this.of(about) })),
  );

  private of({ name }: TableField): FieldOf<string> {
    return {
      name: `values.${name}`,
      value: () => this.draft().values[name] ?? '',
      set: (text) => this.form.set({ values: { ...this.draft().values, [name]: text } }),
    };
  }
  private readonly freshId = newId();

  private readonly record = computed((): OwnRowRecord => {
    const now = this.stored()?.values ?? this.shipped() ?? {};
    const values = Object.fromEntries(
      (this.asks()?.fields ?? []).map((f) => [f.name, this.valueOf(f, this.draft().values[f.name] ?? '', now[f.name])]),
    );
    return {
      id: this.stored()?.id ?? this.freshId,
      table: this.table(),
      key: this.draft().key.trim(),
      values,
      source: this.draft().source.trim(),
    };
  });
  protected readonly plain = plain;

  /** Ranges are refused in SI; here they are said in the units shown. */
  private inOurUnits(p: FieldProblem): string {
    const field = this.asks()?.fields.find((f) => `values.${f.name}` === p.field);
    if (!field?.quantity || !p.says.startsWith('between') || !p.says.includes(' in SI')) return p.says;
    const [min, max] = [shown(field.min, field.quantity, this.system), shown(field.max, field.quantity, this.system)];
    return `between ${min} and ${max} ${displayUnit(field.quantity, this.system).symbol}`;
  }

  private textOf(field: TableField, value: string | number | boolean | undefined): string {
    if (field.kind === 'yes') return value === true ? 'yes' : 'no';
    if (typeof value === 'number') return field.quantity ? shown(value, field.quantity, this.system) : String(value);
    return typeof value === 'string' ? value : '';
  }

  /** Text nobody changed gives exactly the value it came from. */
  private valueOf(
    field: TableField,
    text: string,
    was: string | number | boolean | undefined,
  ): string | number | boolean {
    if (field.kind === 'yes') return text === 'yes';
    if (field.kind !== 'number') return text.trim();
    if (field.optional && !text.trim()) return 0;
    if (typeof was === 'number' && text.trim() === this.textOf(field, was)) return was;
    return field.quantity ? typed(text, field.quantity, this.system) : Number(text.replace(',', '.') || NaN);
  }

  protected unit(field: TableField): string {
    return field.quantity ? displayUnit(field.quantity, this.system).symbol : (field.unit ?? '');
  }

  /** What ships, where it differs from what is typed. */
  protected was(field: TableField): string {
    const value = this.shipped()?.[field.name];
    const text = value === undefined ? '' : this.textOf(field, value);
    return text && text !== this.draft().values[field.name] ? `ships as ${text}` : '';
  }

  protected async save(): Promise<void> {
    const done = await this.form.submit(() =>
      this.shop.saveRow(this.record(), this.shop.versionOf(this.stored()?.id ?? '')),
    );
    if (done) this.closed.emit();
  }
}
