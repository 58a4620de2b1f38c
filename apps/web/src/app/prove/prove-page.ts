import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { couponVerdict } from '@hephaist/contracts/records/brazer-record';
import type { Coupon } from '@hephaist/contracts/records/coupon';
import type { ReservedCoupon } from '@hephaist/contracts/records/reserved-coupon';
import type { CouponVerdict } from '@hephaist/core/coupons/coupon';
import { readPeel } from '@hephaist/core/coupons/peel-lines';
import { CrewStore } from '../data/crew.store';
import { ShopStore } from '../data/shop.store';
import { Attempt } from '../forms/attempt';
import { Chosen } from '../layout/chosen';
import { Done } from '../layout/done';
import { ListDetail } from '../layout/list-detail';
import { PageHead } from '../layout/page-head';
import { PaperLink } from '../layout/paper';
import { type Column, Table } from '../layout/table';
import { May } from '../signing/may';
import { CouponForm } from './coupon-form';
import { CouponSheet } from './coupon-sheet';
import { PROVE_TABS } from './prove-tabs';

/** The worst side of a strip, or the worst line of a peel; nothing where neither was read. */
function worstWords(coupon: Coupon, verdict: CouponVerdict): string {
  const lines = (coupon.tests ?? []).flatMap((t) =>
    t.kind === 'peel lines' ? readPeel(t).shares : t.kind === 'peel' ? [t.lineUnbrazedM / t.lineM] : [],
  );
  const shares = [...verdict.faces.map((f) => f.share), ...lines];
  return shares.length ? `${(100 * Math.max(...shares)).toFixed(1)} %` : '–';
}

/** Prove: coupons with their strips to scale, the verdict with its arithmetic, and what each one qualifies. */
@Component({
  selector: 'hp-prove-page',
  imports: [Table, MatButtonModule, May, ListDetail, PageHead, PaperLink, CouponForm, CouponSheet],
  template: `
    <hp-list-detail
      list="Coupons"
      detail="The coupon"
      [tabs]="tabs"
      [open]="entering() ? 'new' : chosen.shown()?.coupon?.id"
    >
      <ng-container ngProjectAs="[list]">
        <hp-page-head title="Coupons">
          <button *hpMay="'write:coupon'" matButton="filled" (click)="enter(null)">Enter a coupon</button>
        </hp-page-head>
        @for (r of toBraze(); track r.id; let first = $first) {
          @if (first) {
            <h2>To be brazed and read</h2>
            <hp-paper kind="laboratory-request" [plain]="true">Laboratory request</hp-paper>
          }
          <p class="reserved">
            <strong>{{ r.number }}</strong>
            <span class="quiet">{{ r.tube.size }} {{ r.fillerId }}, {{ r.position }}, {{ brazerOf(r) }}</span>
            <span *hpMay="'write:coupon'">
              <button matButton="outlined" (click)="enter(r.id)">Enter its result</button>
              <button matButton (click)="giveUp(r)">Not brazed</button>
            </span>
            <hp-paper kind="traveller" [id]="r.id" [plain]="true">Traveller</hp-paper>
          </p>
        }
        <hp-table
          [rows]="coupons()"
          [columns]="columns"
          [current]="isShown"
          (opened)="show($event.coupon.id)"
          empty="No coupon on file."
        />
      </ng-container>
      @if (entering()) {
        <hp-coupon-form [reserved]="reserved()" (done)="entered($event)" (cancelled)="entering.set(false)" />
      } @else if (chosen.shown(); as c) {
        <hp-coupon-sheet [coupon]="c.coupon" [verdict]="c.verdict" [name]="c.name" />
      } @else {
        <p class="quiet">Enter the first coupon to begin.</p>
      }
    </hp-list-detail>
  `,
  styles: `
    :host {
      display: contents;
    }
    h2 {
      padding: var(--space-2) var(--space-6) 0;
    }
    .reserved {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: var(--space-1) var(--space-4);
      padding: var(--space-1) var(--space-6);
      span:last-child {
        margin-left: auto;
      }
    }
    hp-list-detail {
      --list: minmax(560px, 1fr);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ProvePage {
  private readonly crew = inject(CrewStore);
  private readonly tables = inject(ShopStore).tables;
  protected readonly tabs = PROVE_TABS;
  protected readonly entering = signal(false);
  /** The planned coupon whose result is entered. */
  protected readonly reserved = signal<string | null>(null);
  protected readonly toBraze = this.crew.toBraze;
  private readonly done = inject(Done);
  private readonly asked = new Attempt();

  readonly coupons = computed(() =>
    [...this.crew.couponsOnFile()]
      .sort((a, b) => b.brazedOn.localeCompare(a.brazedOn) || b.number.localeCompare(a.number))
      .map((coupon) => {
        const verdict = couponVerdict(coupon, this.tables());
        return {
          coupon,
          verdict,
          worst: worstWords(coupon, verdict),
          annulled: this.crew.annulled().has(coupon.id),
          name: this.crew.brazers().find((b) => b.id === coupon.brazerId)?.name ?? 'unknown',
        };
      }),
  );
  protected readonly chosen = new Chosen(this.coupons, (c) => c.coupon.id, undefined, 'coupon');

  protected readonly isShown = (c: Shown): boolean => !this.entering() && this.chosen.is(c);
  protected readonly columns: readonly Column<Shown>[] = [
    { id: 'number', head: 'Coupon', text: (c) => c.coupon.number, opens: true },
    { id: 'brazer', head: 'Brazer', text: (c) => c.name },
    { id: 'brazed', head: 'Brazed', text: (c) => c.coupon.brazedOn },
    { id: 'rod', head: 'Rod', text: (c) => c.coupon.fillerId },
    { id: 'position', head: 'Position', text: (c) => c.coupon.position },
    { id: 'worst', head: 'Worst', text: (c) => c.worst, number: true },
    {
      id: 'verdict',
      head: 'Verdict',
      text: (c) =>
        c.annulled ? 'annulled' : `${c.verdict.passes ? '✓ passes' : '✕ fails'}${c.verdict.nearLimit ? ' ▲ near' : ''}`,
      tone: (c) => (c.annulled ? 'struck' : c.verdict.passes ? 'fine' : 'refused'),
      beside: true,
    },
  ];

  protected brazerOf({ brazerId }: ReservedCoupon): string {
    return this.crew.brazers().find((b) => b.id === brazerId)?.name ?? 'anybody';
  }

  protected enter(reserved: string | null): void {
    this.reserved.set(reserved);
    this.entering.set(true);
  }

  protected async giveUp(coupon: ReservedCoupon): Promise<void> {
    if (await this.asked.run(() => this.crew.giveUp(coupon)))
      this.done.say(`${coupon.number} is no longer planned.`, () => this.asked.run(() => this.crew.reserve([coupon])));
  }

  protected show(id: string): void {
    this.chosen.ask(id);
    this.entering.set(false);
  }

  protected entered(coupon: Coupon): void {
    this.show(coupon.id);
  }
}

type Shown = ReturnType<ProvePage['coupons']>[number];
