import { ChangeDetectionStrategy, Component, computed, input, linkedSignal, model } from '@angular/core';
import { MatAutocompleteModule } from '@angular/material/autocomplete';
import { MatInputModule } from '@angular/material/input';
import { Bound } from './bound';
import type { Option } from './options';
import { Wrong } from './wrong';

/** As many as are read; more are found by typing on. */
const MOST = 60;

/** A choice among many: found by typing a part of its name. What matches nothing is said, and nothing is lost. */
@Component({
  selector: 'hp-find',
  imports: [MatAutocompleteModule, MatInputModule, Wrong],
  template: `
    <label class="over" [for]="id">{{ label() }}</label>
    <mat-form-field>
      <input
        matInput
        #box
        autocomplete="off"
        [hpWrong]="!!missed()"
        [id]="id"
        [matAutocomplete]="list"
        [value]="text()"
        (focus)="box.select()"
        (input)="text.set(box.value)"
        (blur)="settle()"
      />
      <mat-autocomplete #list="matAutocomplete" autoActiveFirstOption (optionSelected)="choose($event.option.value)">
        @for (o of found(); track o.id) {
          <mat-option [value]="o.name">{{ o.name }}</mat-option>
        }
      </mat-autocomplete>
      @if (missed(); as says) {
        <mat-error>✕ {{ says }}</mat-error>
      }
    </mat-form-field>
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Find extends Bound {
  readonly options = input.required<readonly Option[]>();
  readonly value = model.required<string>();
  protected readonly fieldName = (): string => '';
  private readonly name = computed(() => this.options().find((o) => o.id === this.value())?.name ?? '');
  protected readonly text = linkedSignal(() => this.name());
  protected readonly found = computed(() => {
    const wanted = this.text().trim().toLowerCase();
    const all = this.options();
    if (!wanted || this.text() === this.name()) return all.slice(0, MOST);
    const out: Option[] = [];
    for (const o of all) {
      if (o.name.toLowerCase().includes(wanted)) out.push(o);
      if (out.length === MOST) break;
    }
    return out;
  });
  protected readonly missed = computed(() => (this.found().length ? null : 'nothing here has that in its name'));

  protected choose(name: string): void {
    const found = this.options().find((o) => o.name === name);
    if (!found) return;
    this.text.set(found.name);
    this.value.set(found.id);
  }

  /** Left with the whole beginning of one name typed, that one is meant. */
  protected settle(): void {
    const wanted = this.text().trim().toLowerCase();
    const exact = this.options().find(
      (o) => o.name.toLowerCase() === wanted || o.name.toLowerCase().startsWith(`${wanted} `),
    );
    if (exact) this.choose(exact.name);
  }
}
