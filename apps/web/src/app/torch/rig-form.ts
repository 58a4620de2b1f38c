import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal, output } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { type Rig, rigSchema } from '@hephaist/contracts/records/rig';
import { MOST_TIPS } from '@hephaist/contracts/records/rig-tip';
import { problemsOf } from '@hephaist/contracts/schemas/parse';
import { BURNT_WITH, BURNT_WITH_WORDS, fuelName, FUELS } from '@hephaist/core/heat/fuels';
import { DRAW_LIMITS, DRAW_WORDS, type DrawUse } from '@hephaist/core/heat/torch-gas';
import {
  ARRESTORS_ASKED,
  GUARDS,
  HOSE_GRADE_WORDS,
  HOSE_GRADES,
  MARK_COUNTRIES,
  MARK_COUNTRY_WORDS,
  REGULATOR_GASES,
} from '@hephaist/core/torch-rig/parts';
import { displayUnit, type Quantity } from '@hephaist/core/units/units';
import { RigsStore } from '../data/rigs.store';
import { Entry } from '../forms/entry';
import { Form } from '../forms/form';
import { FormEnd } from '../forms/form-end';
import { FormOf } from '../forms/form-of';
import { plain } from '../forms/options';
import { Pick as PickField } from '../forms/pick';
import { Problem } from '../forms/problem';
import { UnitsStore } from '../units/units.store';
import { followFuel, rigDraft, rigFromDraft, type TipDraft } from './rig-draft';

/** Writes down a torch rig: what is marked on its parts, how it is set, what its tips take. */
@Component({
  selector: 'hp-rig-form',
  imports: [MatButtonModule, Entry, FormEnd, FormOf, PickField, Problem],
  templateUrl: './rig-form.html',
  styleUrl: './rig-form.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RigForm {
  readonly rig = input.required<Rig>();
  readonly closed = output();
  private readonly store = inject(RigsStore);
  /** Numbers keep the units that they were opened in. */
  private readonly system = inject(UnitsStore).system();
  protected readonly fuels = FUELS.map(({ id, name }) => ({ id, name }));
  protected readonly burnt = BURNT_WITH.map((id) => ({ id, name: BURNT_WITH_WORDS[id] }));
  protected readonly regulators = plain(REGULATOR_GASES);
  protected readonly grades = HOSE_GRADES.map((id) => ({ id, name: HOSE_GRADE_WORDS[id] }));
  protected readonly guards = plain(GUARDS);
  protected readonly asked = plain(ARRESTORS_ASKED);
  protected readonly countries = MARK_COUNTRIES.map((id) => ({ id, name: MARK_COUNTRY_WORDS[id] }));
  protected readonly uses = (Object.keys(DRAW_LIMITS) as DrawUse[]).map((id) => ({ id, name: DRAW_WORDS[id] }));
  protected readonly draft = linkedSignal(() => rigDraft(this.rig(), this.system));
  protected readonly fuelName = computed(() => fuelName(this.draft().fuelId));
  private readonly now = computed(() => rigFromDraft(this.draft(), this.rig(), this.system));
  protected readonly form = new Form(this.draft, {
    tried: () => problemsOf(rigSchema, this.now()),
    keep: () => `rig ${this.rig().name}`,
    follow: (next, change) => followFuel(next, change, this.system),
  });

  protected unit(quantity: Quantity): string {
    return displayUnit(quantity, this.system).symbol;
  }

  protected tip(at: number, change: Partial<TipDraft>): void {
    this.form.set({ tips: this.draft().tips.map((t, i) => (i === at ? { ...t, ...change } : t)) });
  }

  protected addTip(): void {
    if (this.draft().tips.length < MOST_TIPS)
      this.form.set({ tips: [...this.draft().tips, { name: '', min: '', max: '' }] });
  }

  protected dropTip(at: number): void {
    this.form.set({ tips: this.draft().tips.filter((_, i) => i !== at) });
  }

  protected async save(): Promise<void> {
    if (await this.form.submit(() => this.store.save(this.now()))) this.closed.emit();
  }
}
