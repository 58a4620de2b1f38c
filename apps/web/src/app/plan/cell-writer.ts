import { type Signal, signal } from '@angular/core';
import type { Joint } from '@hephaist/contracts/records/joint';
import type { Attempt } from '../forms/attempt';
import { readAgain } from './read-again';
import type { Eye } from './schedule-columns';
import { type CellText, type EditOutcome, readCells } from './schedule-edit';
import { jointsWord, type StepDone } from './step-done';

/** What cells are written to: the open job. */
interface Joints {
  readonly joints: () => readonly Joint[];
  readonly jobId: () => string | null;
  change(kind: 'joint', joints: readonly Joint[]): Promise<unknown>;
  stored(kind: 'joint', id: string): { readonly data: Joint } | undefined;
  load(jobId: string): Promise<void>;
}

/** What came of texts of which some could not be read, and the texts. */
export interface Refused extends EditOutcome {
  readonly texts: readonly CellText[];
}

/** Reads texts into cells of the schedule and saves them, also where somebody else changed the same joints meanwhile. */
export class CellWriter {
  /** Texts that could not be read, while nobody said what to do with the rest. */
  readonly refused = signal<Refused | null>(null);

  constructor(
    private readonly asked: Attempt,
    private readonly store: Joints,
    private readonly eye: Signal<Eye>,
    private readonly step: Pick<StepDone, 'say'>,
  ) {}

  /** Reads texts into cells against the marks of every joint they do not touch. */
  read(texts: readonly CellText[]): EditOutcome {
    const touched = new Set(texts.map((t) => t.joint.id));
    const untouched = this.store.joints().filter((j) => !touched.has(j.id));
    return readCells(texts, this.eye(), new Set(untouched.map((j) => j.mark)));
  }

  /** Reads texts into cells and saves them as one step; what cannot be read is told, and nothing is changed. */
  async take(texts: readonly CellText[]): Promise<void> {
    const outcome = this.read(texts);
    if (outcome.problems.length) this.refused.set({ ...outcome, texts });
    else await this.save(outcome, texts);
  }

  /** Saves what could be read, and leaves the rest. */
  async takeGood(outcome: Refused): Promise<void> {
    this.refused.set(null);
    const good = new Set(outcome.joints.map((j) => j.id));
    await this.save(
      outcome,
      outcome.texts.filter((t) => good.has(t.joint.id)),
    );
  }

  /** Saves cells as one step. What somebody else changed meanwhile stays theirs, but for these cells. */
  async save(outcome: EditOutcome, texts: readonly CellText[], isAgain = false): Promise<void> {
    const n = outcome.joints.length;
    if (!n) return;
    if (await this.asked.run(() => this.store.change('joint', outcome.joints))) {
      if (n > 1) this.step.say(`${jointsWord(n)} changed.`);
    } else if (this.asked.clash() && !isAgain) await this.overTheirs(texts);
    else if (this.asked.clash()) this.asked.failure.set('Somebody else keeps changing these joints: try again.');
  }

  private async overTheirs(texts: readonly CellText[]): Promise<void> {
    await this.store.load(this.store.jobId() ?? '');
    const again = readAgain(texts, (id) => this.store.stored('joint', id)?.data, this.eye());
    const outcome = this.read(again.texts);
    if (outcome.problems.length) this.refused.set({ ...outcome, texts: again.texts });
    else await this.save(outcome, again.texts, true);
    if (again.both.length) this.asked.failure.set(`Yours stands now. ${again.both.slice(0, 3).join('; ')}.`);
  }
}
