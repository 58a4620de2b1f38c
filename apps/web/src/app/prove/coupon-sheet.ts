import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { brazedToWords, couponMissing, couponRecord } from '@hephaist/contracts/records/brazer-record';
import type { Coupon } from '@hephaist/contracts/records/coupon';
import type { CouponVerdict } from '@hephaist/core/coupons/coupon';
import { doubtWords } from '@hephaist/core/coupons/section';
import { EMPTY_WHERE } from '@hephaist/core/faults/fault-reader';
import { type FaultId, FAULTS } from '@hephaist/core/faults/faults';
import { readVoids } from '@hephaist/core/faults/void-reading';
import { qualifiedRange } from '@hephaist/core/qualification/range';
import { sourceLine } from '@hephaist/core/source/source';
import { ReadFault } from '../answer/read-fault';
import { CrewStore } from '../data/crew.store';
import { ShopStore } from '../data/shop.store';
import { PeelFace } from '../drawings/peel-face';
import { Strip } from '../drawings/strip';
import { Follow } from '../layout/follow';
import { PaperLink } from '../layout/paper';
import { Annul } from '../signing/annul';
import { SecondLookOf } from '../signing/second-look';
import { QtyPipe } from '../units/qty.pipe';
import { SayPipe } from '../units/say.pipe';
import { TracedPicture } from './traced-picture';

/** One coupon on file: strip or peeled face to scale, the arithmetic of its verdict, and what it qualifies. */
@Component({
  selector: 'hp-coupon-sheet',
  imports: [Annul, MatButtonModule, Follow, PaperLink, SecondLookOf, TracedPicture, SayPipe, Strip, PeelFace, QtyPipe],
  template: `
    @let c = coupon();
    @let v = verdict();
    <h1>
      {{ c.number }} {{ v.passes ? 'passes' : 'fails' }}. <span class="quiet">{{ name() }}, {{ c.position }}</span>
    </h1>
    <p class="quiet">
      {{ c.tube.size }} {{ c.fillerId }}, {{ c.jointType ?? 'socket' }}, bore {{ c.boreClean ? 'bright' : 'oxidised' }},
      overlap {{ c.overlapM | qty: 'length' }}; {{ procedure() }}; read by {{ c.lookedBy }}
    </p>
    @if (missing().length) {
      <p class="caution">▲ Medical gas also wants stated: {{ missing().join(', ') }} (NFPA 99, from memory).</p>
    }
    @if (c.statement; as s) {
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
    @if (v.faces.length) {
      <div class="sheet drawn"><hp-strip [verdict]="v" /></div>
    }
    @for (t of c.tests; track $index) {
      @if (t.kind === 'peel lines') {
        <div class="sheet drawn"><hp-peel-face [peel]="t" [rules]="v.ruleSet" /></div>
      }
    }
    @if (c.laboratory; as l) {
      <p class="quiet">
        {{ l.name }}{{ l.report ? ', ' + l.report : '' }}
        @if (l.reportId) {
          <a [href]="'/api/pictures/' + l.reportId" target="_blank" rel="noopener">Open the report</a>
        }
      </p>
    }
    <hp-second-look kind="coupon" [record]="c" [what]="c.number" />
    <p class="acts">
      <hp-paper kind="coupon" [id]="c.id">BPQ</hp-paper>
      <hp-follow of="coupon" [id]="c.id" [name]="c.number" />
    </p>
    <hp-annul kind="coupon" [recordId]="c.id" [what]="c.number" [others]="others()" [changes]="changes()" />
    @for (f of c.faces; track f.name) {
      @if (f.trace) {
        <hp-traced-picture [face]="f" />
      }
    }
    <h2>Arithmetic</h2>
    @for (r of v.reasons; track r) {
      <p>{{ r | say }}</p>
    }
    @if (v.nearLimit) {
      <p class="caution">▲ Within measuring uncertainty of the limit{{ doubt() }}: have it read again.</p>
    }
    <p class="quiet">{{ v.ruleSet.name }}: {{ source() }}. Check the current code book; the tool does not certify.</p>
    @if (voids(); as r) {
      <h2>What the voids say</h2>
      <p>
        {{ r.where }}
        @if (r.fault) {
          {{ faults[r.fault].cause }} Next time: {{ faults[r.fault].nextTime }}
        }
        <button matButton="outlined" (click)="readFault(r.fault)">
          {{ r.fault ? 'More of it' : 'Void where on the clock?' }}
        </button>
      </p>
    }
    <h2>What it qualifies</h2>
    @if (range(); as r) {
      <ul>
        <li>
          metals P-{{ r.pNumbers[0] }} to P-{{ r.pNumbers[1] }}, filler F-{{ r.fNumber }}, {{ r.jointType }} joints
        </li>
        <li>
          wall {{ r.wallM.min | qty: 'diameter' }} to {{ r.wallM.max | qty: 'diameter' }}, overlap up to
          {{ r.overlapMaxM | qty: 'length' }}
          @if (r.odM; as d) {
            , diameter {{ d.min | qty: 'diameter' }} to {{ d.max | qty: 'diameter' }}
          }
        </li>
        <li>{{ r.positions.join(', ') }}</li>
      </ul>
    } @else {
      <p>Nothing: it did not pass.</p>
    }
  `,
  styles: `
    :host {
      display: flex;
      flex-direction: column;
      gap: var(--space-4);
    }
    .drawn {
      padding: var(--space-4) var(--space-6);
    }
    ul {
      padding-left: var(--space-6);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CouponSheet {
  readonly coupon = input.required<Coupon>();
  readonly verdict = input.required<CouponVerdict>();
  readonly name = input.required<string>();
  private readonly crew = inject(CrewStore);
  private readonly tables = inject(ShopStore).tables;
  protected readonly missing = computed(() => couponMissing(this.coupon(), this.tables()));
  protected readonly doubt = computed(() => doubtWords(this.verdict()));
  protected readonly source = computed(() => sourceLine(this.verdict().ruleSet.source));
  protected readonly range = computed(() => {
    const record = couponRecord(this.coupon(), this.tables());
    return record?.passed ? qualifiedRange(record, this.verdict().ruleSet) : null;
  });
  /** Coupons that may stand in its place. */
  protected readonly others = computed(() =>
    this.crew
      .coupons()
      .filter((c) => c.id !== this.coupon().id)
      .map((c) => ({ id: c.id, name: c.number })),
  );
  protected readonly changes = computed(() =>
    this.verdict().passes
      ? [`${this.name()} no longer has what it qualifies; joints that rested on it are out of range.`]
      : [],
  );
  protected readonly faults = FAULTS;
  /** What its voids say of how it was brazed. */
  protected readonly voids = computed(() => readVoids(this.coupon().faces, this.coupon().position));
  private readonly reader = inject(ReadFault);
  protected async readFault(fault: FaultId | null): Promise<void> {
    await this.reader.read({ fault, from: EMPTY_WHERE, mayTake: false });
  }
  protected readonly procedure = computed(() => brazedToWords(this.coupon(), this.crew.procedures()));
}
