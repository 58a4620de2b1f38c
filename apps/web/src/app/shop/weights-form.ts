import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { weighingSchema } from '@hephaist/contracts/records/shop';
import { problemsOf } from '@hephaist/contracts/schemas/parse';
import { DEFAULT_WEIGHTS, WEIGHT_WORDS, type Weights } from '@hephaist/core/selection/preferences';
import { newId } from '../data/outbox';
import { ShopStore } from '../data/shop.store';
import { Entry } from '../forms/entry';
import { Form } from '../forms/form';
import { FormEnd } from '../forms/form-end';
import { FormOf } from '../forms/form-of';
import { May } from '../signing/may';
import { numberOf } from '../units/typed';

type Name = keyof Weights;
const NAMES = Object.keys(WEIGHT_WORDS) as Name[];

/** What each preference is worth when allowed rods are ranked. No weight can allow what a rule refuses. */
@Component({
  selector: 'hp-weights-form',
  imports: [May, MatButtonModule, Entry, FormEnd, FormOf],
  template: `
    <p>
      Rules refuse; points only rank what is left. The ones that ship are our judgement, practice. A change ranks every
      joint of every job anew.
    </p>
    <form [hpForm]="form" (sent)="save()">
      @for (name of names; track name) {
        <div>
          <hp-entry
            [label]="words[name]"
            kind="decimal"
            [of]="form.f[name]"
            [at]="'weights.' + name"
            [hint]="texts()[name] === ships(name) ? '' : 'ships as ' + ships(name)"
          />
        </div>
      }
      <hp-form-end>
        <span aria-live="polite" class="fine">{{ saved() ? '✓ Saved.' : '' }}</span>
        <button matButton="outlined" type="button" (click)="asShipped()">As shipped</button>
        <button *hpMay="'write:weighing'" matButton="filled" type="submit" [disabled]="form.busy()">
          Save weights
        </button>
      </hp-form-end>
    </form>
  `,
  styles: `
    @use 'scale';

    :host {
      overflow-y: auto;
    }
    form {
      display: grid;
      grid-template-columns: repeat(3, 1fr);
      gap: var(--space-4) var(--space-6);
      padding: var(--space-4) 0;
      max-width: 860px;
    }
    @include scale.under(hand) {
      form {
        grid-template-columns: 1fr 1fr;
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WeightsForm {
  private readonly shop = inject(ShopStore);
  protected readonly names = NAMES;
  protected readonly words = WEIGHT_WORDS;
  protected readonly texts = linkedSignal(() => textsOf(this.shop.weights()));
  protected readonly saved = signal(false);
  private readonly weights = computed(
    () => Object.fromEntries(NAMES.map((n) => [n, numberOf(this.texts()[n])])) as unknown as Weights,
  );
  protected readonly form = new Form(this.texts, {
    now: () => problemsOf(weighingSchema, { id: newId(), weights: this.weights() }),
  });

  protected readonly ships = (name: Name): string => String(DEFAULT_WEIGHTS[name]);

  protected asShipped(): void {
    this.texts.set(textsOf(DEFAULT_WEIGHTS));
    this.saved.set(false);
  }

  protected async save(): Promise<void> {
    this.saved.set(await this.form.submit(() => this.shop.saveWeights(this.weights())));
  }
}

const textsOf = (weights: Weights): Record<Name, string> =>
  Object.fromEntries(NAMES.map((n) => [n, String(weights[n])])) as Record<Name, string>;
