import { effect, inject, linkedSignal, signal, untracked, type WritableSignal } from '@angular/core';
import type { FieldProblem } from '@hephaist/core/source/problem';
import type { UnitSystem } from '@hephaist/core/units/units';
import { UnitsStore } from '../units/units.store';
import { Attempt } from './attempt';
import { DraftShelf } from './draft-shelf';

/** One field of a draft, as an entry takes it: `<hp-entry [of]="form.f.mark" />`. */
export interface FieldOf<T> {
  readonly name: string;
  readonly value: () => T;
  set(value: T): void;
}

export interface Checks<D> {
  /** What is wrong with what is typed; said once somebody has tried to send it. */
  readonly tried?: () => readonly FieldProblem[];
  /** What is wrong and said while it is typed. */
  readonly now?: () => readonly FieldProblem[];
  /** What follows from a change, as another size from another standard. */
  readonly follow?: (next: D, change: Partial<D>) => D;
  /** What the draft is of: with another, nothing was tried or told yet. */
  readonly key?: () => unknown;
  /** Under what its draft is kept while it is not sent; null where it is not kept. Read where things are injected. */
  readonly keep?: () => string | null;
  /** Units that its numbers are typed in, where they change while it stands open; else those it was opened in. */
  readonly units?: () => UnitSystem;
}

/** A form: its draft, what is wrong with it, and sending it. Nothing typed is lost by a refusal. */
export class Form<D extends object> extends Attempt {
  readonly tried: WritableSignal<boolean>;
  /** Handles of the fields, by name. */
  readonly f: { readonly [K in keyof D & string]: FieldOf<D[K]> };
  /** What stands in it was left here before. */
  readonly takenUp = signal(false);
  private readonly shelf: DraftShelf | null;
  private readonly units: () => UnitSystem;
  private blank: D | null = null;

  /** @param draft what is typed: a signal, or one that begins anew when what it is of changes */
  constructor(
    readonly draft: WritableSignal<D>,
    private readonly checks: Checks<D> = {},
  ) {
    super();
    this.shelf = checks.keep ? inject(DraftShelf) : null;
    const opened = checks.keep ? inject(UnitsStore).system() : 'us';
    this.units = checks.units ?? (() => opened);
    if (checks.keep) effect(() => this.takeUp(this.place()));
    this.tried = linkedSignal({ source: () => checks.key?.(), computation: () => false });
    const made = new Map<string, FieldOf<unknown>>();
    this.f = new Proxy({} as typeof this.f, {
      get: (_, name: keyof D & string) => {
        const known = made.get(name) ?? this.field(name);
        made.set(name, known);
        return known;
      },
    });
  }

  /** Where the draft is kept: what was typed in inches is not taken up where millimetres are asked for. */
  private place(): string | null {
    const key = this.checks.keep?.() ?? null;
    return key === null ? null : `${key} in ${this.units()}`;
  }

  private field<K extends keyof D & string>(name: K): FieldOf<D[K]> {
    return {
      name,
      value: () => this.draft()[name],
      set: (value) => this.set({ [name]: value } as unknown as Partial<D>),
    };
  }

  /** Takes up what was left of a draft; only fields that it still has. */
  private takeUp(key: string | null): void {
    untracked(() => {
      this.blank = this.draft();
      const left = key === null ? null : (this.shelf?.find<D>(key) ?? null);
      const known = left && Object.fromEntries(Object.entries(left).filter(([name]) => name in this.draft()));
      this.takenUp.set(known !== null);
      if (known) this.draft.update((d) => ({ ...d, ...known }));
    });
  }

  /** Leaves what was taken up, and begins as if nothing had been typed. */
  startOver(): void {
    this.forget();
    if (this.blank) this.begin(this.blank);
  }

  /** The draft is no longer kept: it was sent, or is not wanted. */
  forget(): void {
    const key = this.place();
    if (key !== null) this.shelf?.drop(key);
    this.takenUp.set(false);
  }

  protected override own(): readonly FieldProblem[] {
    return [...(this.checks.now?.() ?? []), ...(this.tried() ? (this.checks.tried?.() ?? []) : [])];
  }

  /** Another value for some fields; what the server told stays until the form is sent again. */
  set(change: Partial<D>): void {
    this.draft.update((d) => {
      const next = { ...d, ...change };
      return this.checks.follow?.(next, change) ?? next;
    });
    const key = this.place();
    if (key !== null) this.shelf?.keep(key, this.draft());
  }

  /** Begins anew. */
  begin(draft: D): void {
    this.draft.set(draft);
    this.settle();
  }

  /** Forgets what was tried and told. */
  settle(): void {
    this.tried.set(false);
    this.told.set([]);
    this.failure.set(null);
    this.clash.set(null);
  }

  /**
   * Sends it where nothing is wrong; else the problems stand at their fields. True when it was done.
   * @param work gives false where it was not sent after all, as when nobody signed: the draft is kept then
   */
  async submit(work: () => Promise<unknown>): Promise<boolean> {
    if (this.busy()) return false;
    this.tried.set(true);
    this.told.set([]);
    if (!this.problems().length)
      return this.run(async () => {
        if ((await work()) !== false) this.forget();
      });
    this.failure.set(null);
    this.refusals.update((n) => n + 1);
    return false;
  }
}
