import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal, signal } from '@angular/core';
import { weighingSchema, problemsOf } from '@hephaist/contracts';
import { DEFAULT_WEIGHTS, WEIGHT_WORDS, type Weights } from '@hephaist/core';
import { newId } from '../data/outbox';
import { ShopStore } from '../data/shop.store';
import { Entry } from '../forms/entry';
import { problemAt } from '../forms/problems';
import { numberOf } from '../plan/prices';
import { May } from '../people/may';

type Name = keyof Weights;
const NAMES = Object.keys(WEIGHT_WORDS) as Name[];

/** What each preference is worth when allowed rods are ranked. No weight can allow what a rule refuses. */
@Component({
  selector: 'hp-weights-form',
  imports: [May, Entry],
  template: `
    <p>
      Rules refuse; points only rank what is left. The ones that ship are our judgement, practice. A change ranks every
      joint of every job anew.
    </p>
    <form (submit)="save($event)">
      @for (name of names; track name) {
        <div>
          <hp-entry
            [label]="words[name]"
            kind="decimal"
            [value]="texts()[name]"
            (valueChange)="set(name, $event)"
            [problem]="problem(name)"
          />
          @if (texts()[name] !== ships(name)) {
            <span class="quiet">ships as {{ ships(name) }}</span>
          }
        </div>
      }
      <div class="all">
        <span aria-live="polite" class="fine">{{ saved() ? '✓ Saved.' : '' }}</span>
        @if (failure(); as f) {
          <span class="says-problem" role="alert">✕ {{ f }}</span>
        }
        <button class="button" type="button" (click)="asShipped()">As shipped</button>
        <button *hpMay="'write:weighing'" class="button main" type="submit">Save weights</button>
      </div>
    </form>
  `,
  styles: `
    :host {
      overflow-y: auto;
    }
    form {
      display: grid;
      grid-template-columns: repeat(3, 1fr);
      gap: 10px 18px;
      padding: 10px 0;
      max-width: 860px;
    }
    .all {
      grid-column: 1 / -1;
      display: flex;
      gap: 10px;
      justify-content: end;
      align-items: center;
    }
    @media (max-width: 700px) {
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
  protected readonly failure = signal<string | null>(null);
  private readonly weights = computed(
    () => Object.fromEntries(NAMES.map((n) => [n, numberOf(this.texts()[n])])) as unknown as Weights,
  );
  private readonly problems = computed(() => problemsOf(weighingSchema, { id: newId(), weights: this.weights() }));

  protected readonly ships = (name: Name): string => String(DEFAULT_WEIGHTS[name]);
  protected readonly problem = (name: Name): string | null => problemAt(this.problems(), `weights.${name}`);

  protected set(name: Name, text: string): void {
    this.texts.update((t) => ({ ...t, [name]: text }));
    this.saved.set(false);
  }

  protected asShipped(): void {
    this.texts.set(textsOf(DEFAULT_WEIGHTS));
    this.saved.set(false);
  }

  protected async save(event: Event): Promise<void> {
    event.preventDefault();
    this.failure.set(null);
    if (this.problems().length) return;
    try {
      await this.shop.saveWeights(this.weights());
      this.saved.set(true);
    } catch (e) {
      this.failure.set((e as Error).message);
    }
  }
}

const textsOf = (weights: Weights): Record<Name, string> =>
  Object.fromEntries(NAMES.map((n) => [n, String(weights[n])])) as Record<Name, string>;
