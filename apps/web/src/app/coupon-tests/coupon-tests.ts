import { ChangeDetectionStrategy, Component, computed, inject, input, model } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatIconModule } from '@angular/material/icon';
import { MatMenuModule } from '@angular/material/menu';
import { testVerdict } from '@hephaist/contracts/records/pqr';
import type { RuleSet } from '@hephaist/core/rules/rule-sets';
import { type FieldProblem, InputError } from '@hephaist/core/source/problem';
import { displayUnit, type Quantity } from '@hephaist/core/units/units';
import { CrewStore } from '../data/crew.store';
import { ShopStore } from '../data/shop.store';
import { Either } from '../forms/either';
import { Entry } from '../forms/entry';
import { plain } from '../forms/options';
import { Pick as PickField } from '../forms/pick';
import { SayPipe } from '../units/say.pipe';
import { UnitsStore } from '../units/units.store';
import { PeelEditor } from './peel-editor';
import { newTest, readTest, TEST_FIELDS, TEST_NAMES, type TestDraft, type TestKind, unansweredOf } from './test-drafts';

/** The tests of a coupon or record: what each asks for, and its verdict as it is typed. */
@Component({
  selector: 'hp-coupon-tests',
  imports: [MatButtonModule, MatIconModule, MatMenuModule, Either, Entry, PickField, PeelEditor, SayPipe],
  templateUrl: './coupon-tests.html',
  styleUrl: './coupon-tests.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CouponTests {
  readonly tests = model.required<readonly TestDraft[]>();
  readonly kinds = input.required<readonly TestKind[]>();
  readonly rules = input.required<RuleSet>();
  /** Problems of the contract under `tests`. */
  readonly problems = input<readonly FieldProblem[]>([]);
  /** Lap and way round of the joint, m, where they are known. */
  readonly lapM = input<number>();
  readonly aroundM = input<number>();
  private readonly crew = inject(CrewStore);
  private readonly tables = inject(ShopStore).tables;
  private readonly system = inject(UnitsStore).system();
  protected readonly fields = TEST_FIELDS;
  protected readonly names = TEST_NAMES;
  protected readonly unit = (q: Quantity): string => displayUnit(q, this.system).symbol;
  protected readonly broke = plain(['joint', 'base metal'] as const);
  protected readonly looks = plain(['accepted, bore bright', 'accepted, oxide in the bore', 'rejected'] as const);
  protected readonly coupons = computed(() => this.crew.coupons().map((c) => ({ id: c.id, name: c.number })));
  protected readonly rows = computed(() =>
    this.tests().map((draft) => {
      const { test, problems } = readTest(draft, this.system);
      let verdict = null;
      try {
        verdict =
          problems.length || unansweredOf(draft).length
            ? null
            : testVerdict(test, this.rules(), this.crew.coupons(), this.tables());
      } catch (e) {
        // Not typed to the end yet: there is no verdict to show.
        if (!(e instanceof InputError)) throw e;
      }
      const lapM = test.kind === 'peel lines' ? test.lapM : NaN;
      return { draft, verdict, problems, lapM };
    }),
  );

  /** Problems of one test, at its own fields. */
  protected own(i: number): FieldProblem[] {
    const at = `tests.${i}.`;
    return this.problems().flatMap((p) => (p.field.startsWith(at) ? [{ ...p, field: p.field.slice(at.length) }] : []));
  }

  protected add(kind: TestKind): void {
    this.tests.update((all) => [...all, newTest(kind, this.system, { lapM: this.lapM(), aroundM: this.aroundM() })]);
  }

  protected change(i: number, change: Partial<TestDraft>): void {
    this.tests.update((all) => all.map((t, k) => (k === i ? { ...t, ...change } : t)));
  }

  protected write(i: number, name: string, text: string): void {
    this.change(i, { texts: { ...this.tests()[i]?.texts, [name]: text } });
  }

  protected remove(i: number): void {
    this.tests.update((all) => all.filter((_, k) => k !== i));
  }
}
