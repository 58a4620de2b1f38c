import { ChangeDetectionStrategy, Component, computed, effect, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MAT_DIALOG_DATA, MatDialogModule } from '@angular/material/dialog';
import { gasList } from '@hephaist/core/rod-list/gas-list';
import { alternative, rodList, type RodListJoint, type RodListWishes } from '@hephaist/core/rod-list/rod-list';
import { rodSets } from '@hephaist/core/rod-list/rod-set';
import { JobStore } from '../data/job.store';
import { rodListPdf } from '../data/papers';
import { saveFile } from '../data/save-file';
import { ShopStore } from '../data/shop.store';
import { Attempt } from '../forms/attempt';
import { Entry } from '../forms/entry';
import { Pick as PickField } from '../forms/pick';
import { Cell } from '../layout/cell';
import { StillPlanning } from '../layout/still-planning';
import { Table } from '../layout/table';
import { UnderWayBar } from '../layout/under-way-bar';
import { May } from '../signing/may';
import { numberOf } from '../units/typed';
import { UnitsStore } from '../units/units.store';
import { GasNeeds } from './gas-needs';
import { gasWishesOf, storedWishes, storeWishes, type Wishes } from './prices';
import { ORDER_COLUMNS, orderRows, OTHER_COLUMNS, setColumns, type SetRow } from './rod-list-columns';
import { rodListCsv } from './rod-list-csv';
import { RodServes } from './rod-serves';

/** Classes worth asking about on joints that a phosphorus rod serves: no silver, 2, 5, 6 and 15 %. */
const ASKED = ['BCuP-2', 'BCuP-6', 'BCuP-3', 'BCuP-4', 'BCuP-5'];
const SELECTION = 'selection';

/** What to buy and carry: rods by class and form, flux and gas for the job, a line or a selection, and the fewest rods that do. */
@Component({
  selector: 'hp-rod-list',
  imports: [
    Cell,
    Table,
    MatButtonModule,
    May,
    MatDialogModule,
    Entry,
    GasNeeds,
    PickField,
    RodServes,
    StillPlanning,
    UnderWayBar,
  ],
  templateUrl: './rod-list.html',
  styles: `
    @use 'scale';

    .ask {
      display: grid;
      grid-template-columns: 2fr 1fr 1fr 1fr 1fr;
      gap: var(--space-5);
      align-items: start;
      margin-bottom: var(--space-5);
    }
    h3 {
      margin: var(--space-6) 0 var(--space-2);
      font-size: var(--type-body);
    }
    p {
      margin-top: var(--space-4);
    }
    .carried td {
      background: var(--tint);
    }
    @include scale.under(hand) {
      .ask {
        grid-template-columns: 1fr 1fr;
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RodListView {
  private readonly selection = new Set(inject<{ jointIds: readonly string[] }>(MAT_DIALOG_DATA).jointIds);
  protected readonly store = inject(JobStore);
  private readonly shop = inject(ShopStore);
  private readonly units = inject(UnitsStore);
  protected readonly wishes = signal<Wishes>(storedWishes());
  protected readonly scope = signal(this.selection.size ? SELECTION : '');
  private readonly sending = new Attempt();
  protected readonly failure = this.sending.failure;
  protected readonly scopes = computed(() => [
    ...(this.selection.size ? [{ id: SELECTION, name: `the ${this.selection.size} joints picked` }] : []),
    ...this.store.lines().map(({ id, name }) => ({ id, name })),
  ]);

  protected readonly chosen = computed(() =>
    this.store.joints().filter((j) => {
      if (j.setAside) return false;
      return this.scope() === SELECTION ? this.selection.has(j.id) : !this.scope() || j.lineId === this.scope();
    }),
  );
  private readonly joints = computed((): RodListJoint[] =>
    this.chosen().flatMap((j) => {
      const summary = this.store.summaryOf()(j)?.summary;
      return summary ? [{ summary, brazed: this.store.lastLog().get(j.id)?.visual === 'accepted' }] : [];
    }),
  );
  protected readonly asked = computed((): RodListWishes => {
    const w = this.wishes();
    return {
      prices: { silverPerKg: numberOf(w.silver), basePerKg: numberOf(w.base) },
      spare: numberOf(w.spare) / 100,
      loss: numberOf(w.loss) / 100,
    };
  });
  protected readonly bad = computed(() => {
    const { prices, spare, loss } = this.asked();
    const ok = (n: number, max: number): boolean => Number.isFinite(n) && n >= 0 && n <= max;
    return {
      silver: ok(prices.silverPerKg, 1e7) ? null : 'a price from 0 up',
      base: ok(prices.basePerKg, 1e7) ? null : 'a price from 0 up',
      spare: ok(spare, 5) ? null : 'between 0 and 500 %',
      loss: ok(loss, 1) ? null : 'between 0 and 100 %',
    };
  });
  private readonly readable = computed(
    () => !this.store.summaries.pending() && !Object.values(this.bad()).some(Boolean),
  );
  protected readonly list = computed(() =>
    this.readable() ? rodList(this.joints(), this.asked(), this.shop.tables()) : null,
  );
  protected readonly gas = computed(() =>
    this.readable() ? gasList(this.joints(), gasWishesOf(this.wishes())) : null,
  );
  protected readonly classes = computed(() => new Set(this.list()?.rods.map((r) => r.filler.id)).size);
  protected readonly others = computed(() =>
    this.readable()
      ? ASKED.map((id) => alternative(this.joints(), id, this.asked(), this.shop.tables()))
          .filter((a) => a !== null)
          .filter((a) => a.joints > 0)
      : [],
  );
  /** The best sets of rods for what is left to braze. */
  protected readonly sets = computed(() =>
    rodSets(
      this.joints()
        .filter((j) => !j.brazed)
        .map((j) => j.summary),
    ),
  );
  protected readonly setRows = computed((): SetRow[] =>
    this.sets().bySize.map((set, i, all) => ({
      ...set,
      name: set.rods.join(', '),
      gain:
        i === 0
          ? null
          : {
              served: set.served - (all[i - 1]?.served ?? 0),
              points: (set.points - (all[i - 1]?.points ?? 0)) / Math.max(1, set.served),
            },
      smallest: set === this.sets().smallest,
      carried: this.isCarried(set.rods),
    })),
  );

  constructor() {
    effect(() => storeWishes(this.wishes()));
  }

  protected readonly order = computed(() => {
    const list = this.list();
    return list ? orderRows(list, this.units.show) : [];
  });
  protected readonly columns = ORDER_COLUMNS;
  protected readonly setColumns = setColumns(() => this.sets().servable);
  protected readonly otherColumns = OTHER_COLUMNS;

  protected set(change: Partial<Wishes>): void {
    this.wishes.update((w) => ({ ...w, ...change }));
  }

  private isCarried(rods: readonly string[]): boolean {
    const carried = this.store.job()?.carried ?? [];
    return rods.length === carried.length && rods.every((r) => carried.includes(r));
  }

  /** The crew carries these: they come first among rods of like worth. Empty carries nothing in particular. */
  protected async carry(rods: readonly string[]): Promise<void> {
    const job = this.store.job();
    if (!job) return;
    await this.sending.run(() => this.store.change('job', [{ ...job, carried: [...rods] }]));
  }

  protected saveCsv(): void {
    const list = this.list();
    const gas = this.gas();
    if (list && gas) saveFile(new Blob([rodListCsv(list, gas)], { type: 'text/csv' }), 'rod-list.csv');
  }

  protected savePdf(): void {
    void this.sending.run(async () => {
      const body = {
        jointIds: this.chosen().map((j) => j.id),
        scope: this.scopes().find((s) => s.id === this.scope())?.name ?? 'the whole job',
        system: this.units.system(),
        ...this.asked(),
        gas: gasWishesOf(this.wishes()),
      };
      saveFile(await rodListPdf(this.store.jobId() ?? '', body), 'rod-list.pdf');
    });
  }
}
