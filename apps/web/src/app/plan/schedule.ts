import { CdkVirtualScrollViewport, ScrollingModule } from '@angular/cdk/scrolling';
import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  type ElementRef,
  inject,
  Injector,
  input,
  output,
  untracked,
  viewChild,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatIconModule } from '@angular/material/icon';
import { MatMenuModule } from '@angular/material/menu';
import { MatTooltipModule } from '@angular/material/tooltip';
import type { Joint } from '@hephaist/contracts/records/joint';
import { AccountStore } from '../data/account.store';
import { JobStore } from '../data/job.store';
import { ShopStore } from '../data/shop.store';
import { StateMark } from '../drawings/state-mark';
import { Attempt } from '../forms/attempt';
import { Entry } from '../forms/entry';
import type { Option } from '../forms/options';
import { Pick } from '../forms/pick';
import { addressWord } from '../layout/address';
import { May } from '../signing/may';
import { UnitsStore } from '../units/units.store';
import { CellTyping } from './cell-typing';
import { CellWriter, type Refused } from './cell-writer';
import { ColumnChoice } from './column-choice';
import { ScheduleClipboard } from './schedule-clipboard';
import { COLUMNS, type Eye, templateOf } from './schedule-columns';
import { CURSOR_KEYS, ScheduleCursor } from './schedule-cursor';
import type { CellText } from './schedule-edit';
import { ScheduleMany } from './schedule-many';
import {
  type GroupBy,
  PLAIN_VIEW,
  readSort,
  type ScheduleRow,
  scheduleRows,
  type View,
  writeSort,
} from './schedule-rows';
import { ShorthandLine } from './shorthand-line';
import { jointsWord, StepDone } from './step-done';

export const ROW_PX = 28;

/** The schedule: every joint of the job in rows, typed, filled, copied and pasted by keyboard; only rows in view drawn. */
@Component({
  selector: 'hp-schedule',
  imports: [
    MatIconModule,
    MatTooltipModule,
    May,
    MatButtonModule,
    MatMenuModule,
    Entry,
    Pick,
    ScrollingModule,
    ScheduleMany,
    ShorthandLine,
    StateMark,
  ],
  templateUrl: './schedule.html',
  styleUrl: './schedule.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Schedule {
  readonly wide = input(false);
  readonly add = output();
  readonly edit = output();
  readonly importCsv = output();
  readonly setup = output();
  readonly purge = output();
  readonly wider = output();
  /** Ids of the joints whose rods are asked for; empty for the whole job. */
  readonly rods = output<readonly string[]>();

  protected readonly store = inject(JobStore);
  private readonly shop = inject(ShopStore);
  private readonly units = inject(UnitsStore);
  private readonly injector = inject(Injector);
  private readonly account = inject(AccountStore);
  private readonly step = inject(StepDone);
  private readonly viewport = viewChild.required(CdkVirtualScrollViewport);
  private readonly finder = viewChild.required<Entry>('finder');
  private readonly grid = viewChild.required<ElementRef<HTMLElement>>('grid');
  private readonly editor = viewChild<ElementRef<HTMLInputElement>>('editor');

  protected readonly rowPx = ROW_PX;
  protected readonly allColumns = COLUMNS;
  protected readonly groups: readonly Option<GroupBy>[] = (
    ['line', 'spool', 'state', 'size', 'rod', 'none'] as const
  ).map((id) => ({
    id,
    name: id === 'none' ? 'no groups' : `by ${id}`,
  }));
  private readonly find = addressWord('find', PLAIN_VIEW.find);
  private readonly only = addressWord('only', PLAIN_VIEW.only);
  private readonly groupBy = addressWord('group', PLAIN_VIEW.groupBy);
  private readonly sort = addressWord('sort');
  /** What is shown and how; it stands in the address. */
  protected readonly view = computed((): View => {
    const groupBy = this.groups.find((g) => g.id === this.groupBy())?.id ?? PLAIN_VIEW.groupBy;
    return { find: this.find(), only: this.only(), groupBy, sort: readSort(this.sort()) };
  });
  private readonly asked = new Attempt();
  protected readonly failure = this.asked.failure;
  private readonly choice = new ColumnChoice(computed(() => (this.wide() ? 'wide' : 'narrow')));
  protected readonly columns = this.choice.columns;
  protected readonly template = computed(() => templateOf(this.columns()));

  protected readonly eye = computed((): Eye => {
    const show = this.units.show;
    this.units.system();
    return {
      words: { lines: this.store.lines(), tables: this.shop.tables(), system: this.units.system() },
      summaryOf: this.store.summaryOf(),
      stateOf: this.store.stateOf(),
      show: (si, quantity) => show(si, quantity, false),
    };
  });
  private readonly cells = new CellWriter(this.asked, this.store, this.eye, this.step);
  protected readonly refused = this.cells.refused;
  protected readonly rows = computed(() =>
    scheduleRows(this.store.joints(), this.store.lines(), this.view(), COLUMNS, this.eye()),
  );
  /** The joints shown, in order: what the cursor walks. */
  private readonly walk = computed(() => this.rows().flatMap((r) => (r.kind === 'joint' ? [r.joint] : [])));
  protected readonly jointCount = computed(() => this.walk().length);
  protected readonly filters = computed((): Option[] => {
    const eye = this.eye();
    const titles = { line: 'Line', state: 'State', size: 'Size', rod: 'Rod' } as const;
    return (Object.keys(titles) as (keyof typeof titles)[]).flatMap((id) => {
      const column = COLUMNS.find((c) => c.id === id);
      const values = [...new Set(this.store.joints().map((j) => column?.show(j, eye) ?? ''))].sort();
      return values.map((v) => ({ id: `${id}=${v}`, name: v, group: titles[id] }));
    });
  });

  protected readonly cursor = new ScheduleCursor({
    walk: this.walk,
    columns: this.columns,
    selectedId: computed(() => this.store.selected()?.id ?? null),
    select: (id) => this.store.select(id),
  });
  protected readonly activeCell = computed(() => {
    const at = this.cursor.place();
    return at && this.cursor.shown() ? this.cellId(at.id, at.column) : null;
  });

  private readonly clipboard = new ScheduleClipboard({
    cursor: this.cursor,
    walk: this.walk,
    columns: this.columns,
    eye: this.eye,
    joints: () => this.store.joints(),
    line: () => this.store.lineOf().get(this.store.selected()?.lineId ?? '') ?? this.store.lines()[0],
  });
  protected readonly typing = new CellTyping({
    cursor: this.cursor,
    cells: this.cells,
    columns: this.columns,
    eye: this.eye,
    selected: this.store.selected,
    jointOf: (id) => this.store.stored('joint', id)?.data,
    focusBox: (mark) => this.focusBox(mark),
    focusGrid: () => this.grid().nativeElement.focus(),
  });

  constructor() {
    effect(() => {
      const id = this.store.selected()?.id;
      untracked(() => id && queueMicrotask(() => this.reveal(id)));
    });
  }

  protected readonly track = (_i: number, row: ScheduleRow): string => row.id;
  protected readonly cellId = (jointId: string, columnId: string): string => `cell-${jointId}-${columnId}`;
  protected readonly ids = (joints: readonly Joint[]): string[] => joints.map((j) => j.id);
  protected readonly isShown = (id: string): boolean => this.choice.has(id);
  protected readonly toggleColumn = (id: string): void => this.choice.toggle(id);
  protected sortOf = (id: string): 'ascending' | 'descending' | null => {
    const sort = this.view().sort;
    return sort?.column === id ? (sort.down ? 'descending' : 'ascending') : null;
  };

  protected look(change: Partial<View>): void {
    const next = { ...this.view(), ...change };
    this.find.set(next.find);
    this.only.set(next.only);
    this.groupBy.set(next.groupBy);
    this.sort.set(writeSort(next.sort));
    this.cursor.collapse();
  }

  /** First click sorts up, second down, third back to schedule order. */
  protected sortBy(id: string): void {
    const sort = this.view().sort;
    this.look({
      sort: sort?.column !== id ? { column: id, down: false } : sort.down ? null : { column: id, down: true },
    });
  }

  /** Scrolls the selected row into view when it is not. */
  private reveal(id: string): void {
    const index = this.rows().findIndex((r) => r.id === id);
    const view = this.viewport();
    const top = view.measureScrollOffset('top');
    const height = view.getViewportSize();
    if (index < 0 || height === 0) return;
    const y = index * ROW_PX;
    if (y < top + ROW_PX) view.scrollToOffset(Math.max(0, y - ROW_PX));
    else if (y + ROW_PX > top + height) view.scrollToOffset(y + 2 * ROW_PX - height);
  }

  /** Runs a step; a refusal is told here, and nothing is half-done. */
  protected undo(): void {
    void this.asked.run(() => this.store.undo());
  }

  protected redo(): void {
    void this.asked.run(() => this.store.redo());
  }

  /** Says so and answers true where the role may not change joints. */
  private readOnly(): boolean {
    const may = this.account.may('write:joint');
    const isArchived = this.store.isReadOnly();
    if (!may) this.failure.set('You are signed in to read: your role changes no joints.');
    else if (isArchived) this.failure.set('This job is archived: bring it back first.');
    return !may || isArchived;
  }

  /** Takes the joints of the range away; one step, so it can be undone. */
  private remove(): void {
    if (this.readOnly()) return;
    const joints = this.cursor.joints();
    const range = this.cursor.range();
    if (!range || !joints.length) return;
    const next = this.walk()[range.bottom + 1] ?? this.walk()[range.top - 1];
    const gone = joints.map((j) => j.id);
    void this.asked
      .run(() => this.store.remove('joint', gone))
      .then((done) => {
        if (!done) return;
        this.step.say(`${jointsWord(gone.length)} taken away.`);
        this.cursor.collapse();
        if (next) this.store.select(next.id);
      });
  }

  /** Reads texts into cells and saves them as one step; what cannot be read is told, and nothing is changed. */
  private take(texts: readonly CellText[]): void {
    if (!this.readOnly()) void this.cells.take(texts);
  }

  protected takeGood(outcome: Refused): void {
    void this.cells.takeGood(outcome);
    this.grid().nativeElement.focus();
  }

  protected changeMany(columnId: string, text: string): void {
    const column = COLUMNS.find((c) => c.id === columnId);
    if (column) this.take(this.cursor.joints().map((joint) => ({ joint, column, text })));
  }

  protected pressCell(event: MouseEvent, jointId: string, columnId: string): void {
    if (event.button !== 0) return;
    event.preventDefault();
    this.typing.leave(this.editor()?.nativeElement.value ?? '');
    this.cursor.goTo(jointId, columnId, event.shiftKey);
    this.grid().nativeElement.focus();
  }

  protected startEdit(text: string | null = null): void {
    if (!this.readOnly()) this.typing.start(text);
  }

  private focusBox(mark: boolean): void {
    afterNextRender(
      () => {
        const box = this.editor()?.nativeElement;
        box?.focus();
        if (mark) box?.select();
        else box?.setSelectionRange(box.value.length, box.value.length);
      },
      { injector: this.injector },
    );
  }

  private clear(): void {
    const columns = this.cursor.columns();
    if (columns.some((c) => c.id === 'mark')) return this.remove();
    const texts = this.cursor
      .joints()
      .flatMap((joint) => columns.filter((c) => c.cell).map((column) => ({ joint, column, text: '' })));
    this.take(texts);
  }

  /** The top row of the range goes into the rows below it. */
  private fillDown(): void {
    const [first, ...rest] = this.cursor.joints();
    if (!first || !rest.length) return;
    const columns = this.cursor.columns().filter((c) => c.cell && c.id !== 'mark');
    const words = this.eye().words;
    this.take(
      rest.flatMap((joint) =>
        columns.map((column) => ({ joint, column, text: column.cell?.write(first, words) ?? '' })),
      ),
    );
  }

  protected onCopy(event: ClipboardEvent): void {
    if (!this.typing.isOpen()) this.clipboard.copy(event);
  }

  protected onPaste(event: ClipboardEvent): void {
    if (this.typing.isOpen()) return;
    const outcome = this.clipboard.paste(event.clipboardData?.getData('text/plain') ?? '');
    if (!outcome) return;
    event.preventDefault();
    if ('failure' in outcome) return this.failure.set(outcome.failure);
    this.take(outcome.texts);
    if (outcome.says.length) this.step.say(outcome.says.join(' '));
  }

  protected onKey(event: KeyboardEvent): void {
    const command = event.ctrlKey || event.metaKey;
    const key = event.key;
    if (this.typing.isOpen()) return this.typing.onEarlyKey(event, command);
    this.clipboard.asNew = command && event.shiftKey && key.toLowerCase() === 'v';
    if (command && key === 'z' && !event.shiftKey) this.undo();
    else if (command && (key === 'y' || (key === 'Z' && event.shiftKey))) this.redo();
    else if (command && key === 'd') this.fillDown();
    else if (command && key === 'a') this.cursor.all();
    else if (command && key === 'Home') this.cursor.moveTo(0, 0, event.shiftKey);
    else if (command && key === 'End') this.cursor.moveTo(Infinity, Infinity, event.shiftKey);
    else if (command || event.altKey) {
      if (event.altKey && key === 'n') this.add.emit();
      else if (event.altKey && key === 'e') this.edit.emit();
      else return;
    } else if (!this.plainKey(event)) return;
    event.preventDefault();
  }

  /** Keys without Ctrl or Alt; false where the key is none of ours. */
  private plainKey({ key, shiftKey }: KeyboardEvent): boolean {
    const move = CURSOR_KEYS[key];
    if (move) this.cursor.step(move[0], move[1], shiftKey);
    else if (key === 'Enter' || key === 'F2') this.startEdit();
    else if (key === 'Delete' || key === 'Backspace') this.clear();
    else if (key === 'Escape') this.cursor.collapse();
    else if (key === '/') this.finder().focus();
    else if (key.length === 1 && key !== '?') this.startEdit(key);
    else return false;
    return true;
  }
}
