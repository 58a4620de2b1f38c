import { ChangeDetectionStrategy, Component, computed, effect, inject, signal } from '@angular/core';
import { MatDialogModule } from '@angular/material/dialog';
import { alternative, DEFAULT_LOSS, rodList, type RodListJoint } from '@hephaist/core';
import { JobStore } from '../data/job.store';
import { saveFile } from '../data/save-file';
import { Entry } from '../forms/entry';
import { Pick as PickField } from '../forms/pick';
import { QtyPipe } from '../units/qty.pipe';
import { rodListCsv } from './rod-list-csv';

const KEY = 'hephaist.prices';
/** Classes worth asking about on joints that a phosphorus rod serves: no silver, 2, 5, 6 and 15 %. */
const ASKED = ['BCuP-2', 'BCuP-6', 'BCuP-3', 'BCuP-4', 'BCuP-5'];

interface Wishes {
  readonly silver: string;
  readonly base: string;
  readonly spare: string;
  readonly lineId: string;
}

function firstWishes(): Wishes {
  const fallback = { silver: '1000', base: '30', spare: '10', lineId: '' };
  try {
    return { ...fallback, ...(JSON.parse(localStorage.getItem(KEY) ?? '{}') as Partial<Wishes>), lineId: '' };
  } catch {
    return fallback;
  }
}

const number = (text: string): number => (text.trim() === '' ? NaN : Number(text.trim().replace(',', '.')));

/** What to buy: rods and flux for the job or one line, what is left to braze, what it costs, and what other silver would. */
@Component({
  selector: 'hp-rod-list',
  imports: [MatDialogModule, Entry, PickField, QtyPipe],
  templateUrl: './rod-list.html',
  styles: `
    .ask {
      display: grid;
      grid-template-columns: 2fr 1fr 1fr 1fr;
      gap: 12px;
      align-items: start;
      margin-bottom: 12px;
    }
    h3 {
      margin: 16px 0 4px;
      font-size: 15px;
    }
    p {
      margin-top: 8px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RodListView {
  protected readonly store = inject(JobStore);
  protected readonly wishes = signal<Wishes>(firstWishes());
  protected readonly lines = computed(() => this.store.lines().map(({ id, name }) => ({ id, name })));
  protected readonly loss = DEFAULT_LOSS * 100;

  private readonly joints = computed((): RodListJoint[] => {
    const lineId = this.wishes().lineId;
    return this.store
      .joints()
      .filter((j) => !lineId || j.lineId === lineId)
      .flatMap((j) => {
        const plan = this.store.plan()(j).plan;
        return plan ? [{ plan, brazed: this.store.lastLog().get(j.id)?.visual === 'accepted' }] : [];
      });
  });
  private readonly prices = computed(() => ({
    silverPerKg: number(this.wishes().silver),
    basePerKg: number(this.wishes().base),
  }));
  protected readonly bad = computed(() => {
    const ok = (n: number, max: number): boolean => Number.isFinite(n) && n >= 0 && n <= max;
    return {
      silver: ok(this.prices().silverPerKg, 1e7) ? null : 'a price from 0 up',
      base: ok(this.prices().basePerKg, 1e7) ? null : 'a price from 0 up',
      spare: ok(number(this.wishes().spare), 500) ? null : 'between 0 and 500 %',
    };
  });
  private readonly spare = computed(() => number(this.wishes().spare) / 100);
  private readonly readable = computed(() => !Object.values(this.bad()).some(Boolean));
  protected readonly list = computed(() =>
    this.readable() ? rodList(this.joints(), this.prices(), this.spare()) : null,
  );
  protected readonly others = computed(() =>
    this.readable()
      ? ASKED.map((id) => alternative(this.joints(), id, this.prices(), this.spare()))
          .filter((a) => a !== null)
          .filter((a) => a.joints > 0)
      : [],
  );

  constructor() {
    effect(() => localStorage.setItem(KEY, JSON.stringify({ ...this.wishes(), lineId: undefined })));
  }

  protected set(change: Partial<Wishes>): void {
    this.wishes.update((w) => ({ ...w, ...change }));
  }

  protected download(): void {
    const list = this.list();
    if (!list) return;
    saveFile(new Blob([rodListCsv(list)], { type: 'text/csv' }), 'rod-list.csv');
  }
}
