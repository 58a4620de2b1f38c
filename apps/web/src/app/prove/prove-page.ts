import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { SayPipe } from '../units/say.pipe';
import { couponMissing, couponRecord, couponVerdict, type Coupon } from '@hephaist/contracts';
import { qualifiedRange, sourceLine } from '@hephaist/core';
import { CrewStore } from '../data/crew.store';
import { ShopStore } from '../data/shop.store';
import { Strip } from '../drawings/strip';
import { QtyPipe } from '../units/qty.pipe';
import { Tabs } from '../shell/tabs';
import { TracedPicture } from './traced-picture';
import { SignaturesOf } from '../keep/signatures-of';
import { PROVE_TABS } from './prove-tabs';
import { CouponForm } from './coupon-form';
import { May } from '../people/may';

/** Prove: coupons with their strips to scale, the verdict with its arithmetic, and what each one qualifies. */
@Component({
  selector: 'hp-prove-page',
  imports: [May, Tabs, SignaturesOf, TracedPicture, SayPipe, Strip, CouponForm, QtyPipe],
  template: `
    <section class="list">
      <hp-tabs [tabs]="tabs" />
      <div class="head">
        <h1>Coupons</h1>
        <button *hpMay="'write:coupon'" class="button main" (click)="entering.set(true)">Enter a coupon</button>
      </div>
      <table class="plain">
        <thead>
          <tr>
            <th>Coupon</th>
            <th>Brazer</th>
            <th>Brazed</th>
            <th>Rod</th>
            <th>Position</th>
            <th>Worst side</th>
            <th>Verdict</th>
          </tr>
        </thead>
        <tbody>
          @for (c of coupons(); track c.coupon.id) {
            <tr [class.picked]="!entering() && c.coupon.id === shown()?.coupon?.id">
              <td>
                <button
                  class="pick"
                  [attr.aria-current]="c.coupon.id === shown()?.coupon?.id ? 'true' : null"
                  (click)="show(c.coupon.id)"
                >
                  {{ c.coupon.number }}
                </button>
              </td>
              <td>{{ c.name }}</td>
              <td>{{ c.coupon.brazedOn }}</td>
              <td>{{ c.coupon.fillerId }}</td>
              <td>{{ c.coupon.position }}</td>
              <td class="number">{{ c.worst }} %</td>
              <td [class]="c.verdict.passes ? 'fine' : 'refused'">
                {{ c.verdict.passes ? '✓ passes' : '✕ fails' }}{{ c.verdict.nearLimit ? ' ▲ near' : '' }}
              </td>
            </tr>
          } @empty {
            <tr>
              <td colspan="7" class="quiet">No coupon on file.</td>
            </tr>
          }
        </tbody>
      </table>
    </section>
    <section class="detail" tabindex="0" aria-label="The coupon">
      @if (entering()) {
        <hp-coupon-form (done)="entered($event)" (cancelled)="entering.set(false)" />
      } @else if (shown(); as c) {
        <h1>
          {{ c.coupon.number }} {{ c.verdict.passes ? 'passes' : 'fails' }}.
          <span class="quiet">{{ c.name }}, {{ c.coupon.position }}</span>
        </h1>
        <p class="quiet">
          {{ c.coupon.tube.size }} {{ c.coupon.fillerId }}, bore {{ c.coupon.boreClean ? 'bright' : 'oxidised' }},
          overlap {{ c.coupon.overlapM | qty: 'length' }}; read by {{ c.coupon.lookedBy }}
        </p>
        @if (c.missing.length) {
          <p class="caution">▲ Medical gas also wants stated: {{ c.missing.join(', ') }} (NFPA 99, from memory).</p>
        }
        @if (c.coupon.statement; as s) {
          <p class="quiet">
            {{ s.cleaning ? 'Cleaned: ' + s.cleaning + '. ' : '' }}
            @if (s.gapM !== null) {
              Gap {{ s.gapM | qty: 'gap' }} a side.
            }
            @if (s.purgeFlow !== null) {
              Nitrogen {{ s.purgeFlow | qty: 'flow' }}.
            }
          </p>
        }
        <div class="sheet strip"><hp-strip [verdict]="c.verdict" /></div>
        <hp-signatures-of [recordId]="c.coupon.id" [version]="c.coupon.version" />
        @for (f of c.coupon.faces; track f.name) {
          @if (f.trace) {
            <hp-traced-picture [face]="f" />
          }
        }
        <h2>Arithmetic</h2>
        @for (r of c.verdict.reasons; track r) {
          <p>{{ r | say }}</p>
        }
        @if (c.verdict.nearLimit) {
          <p class="caution">▲ Within measuring uncertainty of the limit: have it read again.</p>
        }
        <p class="quiet">
          {{ c.verdict.ruleSet.name }}: {{ source(c.verdict.ruleSet.source) }}. Check the current code book; the tool
          does not certify.
        </p>
        <h2>What it qualifies</h2>
        @if (c.verdict.passes && c.range; as r) {
          <ul>
            <li>metals P-{{ r.pNumbers[0] }} to P-{{ r.pNumbers[1] }}, filler F-{{ r.fNumber }}</li>
            <li>
              wall {{ r.wallM.min | qty: 'diameter' }} to {{ r.wallM.max | qty: 'diameter' }}, overlap up to
              {{ r.overlapMaxM | qty: 'length' }}
            </li>
            <li>{{ r.positions.join(', ') }}</li>
          </ul>
        } @else {
          <p>Nothing: it did not pass.</p>
        }
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
    .strip {
      padding: 10px 14px;
    }
    ul {
      padding-left: 18px;
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
  protected readonly source = sourceLine;

  protected readonly coupons = computed(() =>
    [...this.crew.coupons()]
      .sort((a, b) => b.brazedOn.localeCompare(a.brazedOn) || b.number.localeCompare(a.number))
      .map((coupon) => {
        const verdict = couponVerdict(coupon, this.tables());
        const record = couponRecord(coupon, this.tables());
        return {
          coupon,
          verdict,
          missing: couponMissing(coupon, this.tables()),
          range: record ? qualifiedRange(record) : null,
          worst: Math.max(...verdict.faces.map((f) => f.share * 100)).toFixed(1),
          name: this.crew.brazers().find((b) => b.id === coupon.brazerId)?.name ?? 'unknown',
        };
      }),
  );
  protected readonly shown = computed(
    () => this.coupons().find((c) => c.coupon.id === this.asked()) ?? this.coupons()[0] ?? null,
  );

  protected show(id: string): void {
    this.asked.set(id);
    this.entering.set(false);
  }

  protected entered(coupon: Coupon): void {
    this.show(coupon.id);
  }
}
