import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { type Coupon, couponVerdict } from '@hephaist/contracts';
import { type CouponVerdict, readPeel } from '@hephaist/core';
import { CrewStore } from '../data/crew.store';
import { ShopStore } from '../data/shop.store';
import { type Column, Table } from '../layout/table';
import { Tabs } from '../shell/tabs';
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
  imports: [Table, MatButtonModule, May, Tabs, CouponForm, CouponSheet],
  template: `
    <section class="list">
      <hp-tabs [tabs]="tabs" />
      <div class="head">
        <h1>Coupons</h1>
        <button *hpMay="'write:coupon'" matButton="filled" (click)="entering.set(true)">Enter a coupon</button>
      </div>
      <hp-table
        [rows]="coupons()"
        [columns]="columns"
        [current]="isShown"
        (opened)="show($event.coupon.id)"
        empty="No coupon on file."
      />
    </section>
    <section class="detail" tabindex="0" aria-label="The coupon">
      @if (entering()) {
        <hp-coupon-form (done)="entered($event)" (cancelled)="entering.set(false)" />
      } @else if (shown(); as c) {
        <hp-coupon-sheet [coupon]="c.coupon" [verdict]="c.verdict" [name]="c.name" />
      } @else {
        <p class="quiet">Enter the first coupon to begin.</p>
      }
    </section>
  `,
  styles: `
    :host {
      flex: 1;
      min-height: 0;
      display: grid;
      grid-template-columns: minmax(560px, 1fr) 1fr;
    }
    .list {
      overflow-y: auto;
      border-right: 1px solid var(--hairline);
      background: var(--sheet);
    }
    hp-tabs {
      display: block;
      padding: 10px 16px 0;
      background: var(--paper);
    }
    .head {
      display: flex;
      justify-content: space-between;
      align-items: center;
      padding: 12px 16px;
      background: var(--paper);
    }
    .detail {
      overflow-y: auto;
      padding: 14px 18px;
      display: flex;
      flex-direction: column;
      gap: 8px;
    }
    @media (max-width: 1000px) {
      :host {
        grid-template-columns: 1fr;
        overflow-y: auto;
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ProvePage {
  private readonly crew = inject(CrewStore);
  private readonly tables = inject(ShopStore).tables;
  protected readonly tabs = PROVE_TABS;
  protected readonly entering = signal(false);
  private readonly asked = signal<string | null>(null);

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
  protected readonly shown = computed(
    () => this.coupons().find((c) => c.coupon.id === this.asked()) ?? this.coupons()[0] ?? null,
  );

  protected readonly isShown = (c: Shown): boolean => !this.entering() && c.coupon.id === this.shown()?.coupon.id;
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
    this.asked.set(id);
    this.entering.set(false);
  }

  protected entered(coupon: Coupon): void {
    this.show(coupon.id);
  }
}

type Shown = ReturnType<ProvePage['coupons']>[number];
