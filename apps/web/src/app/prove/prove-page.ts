import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { type Coupon, couponVerdict } from '@hephaist/contracts';
import { type CouponVerdict, readPeel } from '@hephaist/core';
import { CrewStore } from '../data/crew.store';
import { ShopStore } from '../data/shop.store';
import { Chosen } from '../layout/chosen';
import { ListDetail } from '../layout/list-detail';
import { PageHead } from '../layout/page-head';
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
  imports: [Table, MatButtonModule, May, ListDetail, PageHead, CouponForm, CouponSheet],
  template: `
    <hp-list-detail
      list="Coupons"
      detail="The coupon"
      [tabs]="tabs"
      [open]="entering() ? 'new' : chosen.shown()?.coupon?.id"
    >
      <ng-container ngProjectAs="[list]">
        <hp-page-head title="Coupons">
          <button *hpMay="'write:coupon'" matButton="filled" (click)="entering.set(true)">Enter a coupon</button>
        </hp-page-head>
        <hp-table
          [rows]="coupons()"
          [columns]="columns"
          [current]="isShown"
          (opened)="show($event.coupon.id)"
          empty="No coupon on file."
        />
      </ng-container>
      @if (entering()) {
        <hp-coupon-form (done)="entered($event)" (cancelled)="entering.set(false)" />
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
  protected readonly chosen = new Chosen(this.coupons, (c) => c.coupon.id);

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
    },
  ];

  protected show(id: string): void {
    this.chosen.ask(id);
    this.entering.set(false);
  }

  protected entered(coupon: Coupon): void {
    this.show(coupon.id);
  }
}

type Shown = ReturnType<ProvePage['coupons']>[number];
