import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  type ElementRef,
  inject,
  output,
  signal,
  viewChild,
} from '@angular/core';
import { MatInputModule } from '@angular/material/input';
import type { Joint } from '@hephaist/contracts/records/joint';
import type { Line } from '@hephaist/contracts/records/line';
import { findService } from '@hephaist/core/services/services';
import { lineNamed } from '@hephaist/core/shorthand/line-named';
import { readShorthand } from '@hephaist/core/shorthand/shorthand';
import { saysOf } from '@hephaist/core/words/says-of';
import { JobStore } from '../data/job.store';
import { lineCalled } from '../data/new-line';
import { newId } from '../data/outbox';
import { ShopStore } from '../data/shop.store';
import { addressWord } from '../layout/address';
import { QtyPipe } from '../units/qty.pipe';
import { nextMark } from './joint-draft';
import { jointsWord, StepDone } from './step-done';

/** One line of shorthand adds joints to the selected joint's line; it is read out as it is typed. */
@Component({
  selector: 'hp-shorthand-line',
  imports: [MatInputModule, QtyPipe],
  template: `
    <form (submit)="add($event)">
      <mat-form-field>
        <input
          matInput
          #box
          aria-label="Add joints in shorthand"
          aria-describedby="shorthand-reading"
          [placeholder]="
            store.lines().length ? 'Add: 12x 7/8 acr cu-cu cpl horiz near txv 4in' : 'Begin: suction 6x 7/8 cu-cu'
          "
          autocomplete="off"
          spellcheck="false"
          [value]="text()"
          (input)="text.set(box.value); failure.set(null)"
        />
      </mat-form-field>
    </form>
    <p id="shorthand-reading" aria-live="polite">
      @if (failure(); as f) {
        <span class="refused">✕ {{ f }}</span>
      } @else if (text().trim()) {
        @for (piece of reading().pieces; track piece.start) {
          @if (piece.bad) {
            <mark>✕ {{ piece.text }}: {{ piece.reads }}</mark>
          } @else if (piece.reads) {
            <span>{{ piece.reads }}</span>
          }
        }
        @for (p of other(); track p) {
          <span class="refused">{{ p }}</span>
        }
        @if (begins(); as b) {
          <span
            >begins the line {{ b.name }}: {{ serviceOf(b) }}, marks {{ b.prefix }}, design
            {{ b.designPa | qty: 'pressure' }}, test {{ b.testPa | qty: 'pressure' }}; change it under More</span
          >
        }
        @if (reading().joint && line()) {
          <strong class="fine">↵ adds {{ reading().count * reading().joints.length }} to {{ line()?.name }}</strong>
        }
      } @else {
        <span class="quiet">how many, size, metals, fitting, how it lies; ↵ adds them</span>
      }
    </p>
  `,
  styles: `
    :host {
      display: block;
      padding: var(--space-4) var(--space-6) 0;
      background: var(--paper);
    }
    p {
      display: flex;
      flex-wrap: wrap;
      gap: var(--space-1) var(--space-4);
      font-size: var(--type-small);
      min-height: 19px;
      padding-top: var(--space-1);
    }
    mark {
      background: none;
      color: var(--refused);
      text-decoration: underline wavy;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ShorthandLine {
  readonly added = output();
  protected readonly store = inject(JobStore);
  private readonly shop = inject(ShopStore);
  private readonly step = inject(StepDone);
  private readonly box = viewChild.required<ElementRef<HTMLInputElement>>('box');
  /** A joint that was worked out without a job and is to be kept in this one. */
  private readonly brought = addressWord('add');
  protected readonly text = signal(this.brought());
  protected readonly failure = signal<string | null>(null);
  /** The line that is named before its joints. */
  private readonly named = computed(() => lineNamed(this.text(), this.store.lines()));
  /** A line that does not stand yet, and would begin with these joints. */
  protected readonly begins = computed((): Line | null => {
    const named = this.named();
    if (!named || named.lineId !== null || !named.rest) return null;
    return lineCalled(named.name, this.store.jobId() ?? '', this.nextLine(), this.store.lines());
  });
  private readonly nextLine = signal(newId());
  private readonly joints = computed(() => {
    const named = this.named();
    return named && (named.lineId !== null || named.rest) ? named.rest : this.text();
  });
  protected readonly reading = computed(() => readShorthand(this.joints(), this.shop.tables(), this.medical()));
  private readonly medical = computed(() => Boolean(findService(this.line()?.serviceId ?? '')?.medical));
  /** Problems of the whole line, beside those marked at a word. */
  protected readonly other = computed(() => this.reading().problems.filter((p) => !p.startsWith('"')));
  protected readonly line = computed(
    () =>
      this.begins() ??
      this.store.lineOf().get(this.named()?.lineId ?? this.store.selected()?.lineId ?? '') ??
      this.store.lines()[0],
  );
  protected readonly serviceOf = (l: Line): string => findService(l.serviceId)?.name ?? '';

  /** Why nothing would be added; null where something would. */
  private whyNot(): string | null {
    if (!this.text().trim()) return 'Say which joints first, as: 12x 7/8 cu-cu cpl horiz';
    if (!this.line()) return 'This job has no line yet. Name one before its joints, as: suction 6x 7/8';
    const [problem] = this.reading().problems;
    return problem ? `Nothing was added: ${problem}` : null;
  }

  constructor() {
    // An empty schedule waits for its first joints.
    afterNextRender(() => {
      if (!this.store.joints().length) this.box().nativeElement.focus();
    });
  }

  protected async add(event: Event): Promise<void> {
    event.preventDefault();
    const { joints: each, count } = this.reading();
    const [line, fresh, why] = [this.line(), this.begins(), this.whyNot()];
    this.failure.set(why);
    if (why || !line) return;
    const marks = this.store.joints().map((j) => j.mark);
    const last = this.store.joints().at(-1)?.sort ?? 0;
    const joints: Joint[] = [];
    for (let i = 0; i < count * each.length; i++) {
      const joint = each[i % each.length];
      if (!joint) continue;
      const mark = nextMark(line.prefix, marks);
      marks.push(mark);
      joints.push({
        ...joint,
        id: newId(),
        jobId: line.jobId,
        lineId: line.id,
        mark,
        sort: last + 1 + i,
        setAside: null,
        note: '',
      });
    }
    try {
      if (fresh) await this.store.save('line', [{ seen: 0, data: fresh }]);
      await this.store.save(
        'joint',
        joints.map((data) => ({ seen: 0, data })),
      );
      this.text.set('');
      this.brought.set('');
      this.nextLine.set(newId());
      this.step.say(`${jointsWord(joints.length)} added to ${line.name}.`);
      const first = joints[0];
      if (first) this.store.select(first.id);
      this.added.emit();
    } catch (e) {
      this.failure.set(saysOf(e));
    }
  }
}
