import { ChangeDetectionStrategy, Component, computed, inject, output, signal } from '@angular/core';
import { MatInputModule } from '@angular/material/input';
import type { Joint } from '@hephaist/contracts';
import { findService, readShorthand } from '@hephaist/core';
import { JobStore } from '../data/job.store';
import { newId } from '../data/outbox';
import { ShopStore } from '../data/shop.store';
import { nextMark } from './joint-draft';
import { jointsWord, StepDone } from './step-done';

/** One line of shorthand adds joints to the selected joint's line; it is read out as it is typed. */
@Component({
  selector: 'hp-shorthand-line',
  imports: [MatInputModule],
  template: `
    <form (submit)="add($event)">
      <mat-form-field>
        <input
          matInput
          #box
          aria-label="Add joints in shorthand"
          aria-describedby="shorthand-reading"
          placeholder="Add: 12x 7/8 acr cu-cu cpl horiz near txv 4in"
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
        @if (reading().joint) {
          <strong class="fine">↵ adds {{ reading().count * reading().joints.length }} to {{ line()?.name }}</strong>
        }
      }
    </p>
  `,
  styles: `
    :host {
      display: block;
      padding: 8px 14px 0;
      background: var(--paper);
    }
    p {
      display: flex;
      flex-wrap: wrap;
      gap: 2px 10px;
      font-size: 13.5px;
      min-height: 19px;
      padding-top: 2px;
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
  private readonly store = inject(JobStore);
  private readonly shop = inject(ShopStore);
  private readonly step = inject(StepDone);
  protected readonly text = signal('');
  protected readonly failure = signal<string | null>(null);
  protected readonly reading = computed(() => readShorthand(this.text(), this.shop.tables(), this.medical()));
  private readonly medical = computed(() => Boolean(findService(this.line()?.serviceId ?? '')?.medical));
  /** Problems of the whole line, beside those marked at a word. */
  protected readonly other = computed(() => this.reading().problems.filter((p) => !p.startsWith('"')));
  protected readonly line = computed(
    () => this.store.lineOf().get(this.store.selected()?.lineId ?? '') ?? this.store.lines()[0],
  );

  protected async add(event: Event): Promise<void> {
    event.preventDefault();
    const { joints: each, count } = this.reading();
    const line = this.line();
    if (!each.length || !line) return;
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
      await this.store.save(
        'joint',
        joints.map((data) => ({ seen: 0, data })),
      );
      this.text.set('');
      this.step.say(`${jointsWord(joints.length)} added to ${line.name}.`);
      const first = joints[0];
      if (first) this.store.select(first.id);
      this.added.emit();
    } catch (e) {
      this.failure.set((e as Error).message);
    }
  }
}
