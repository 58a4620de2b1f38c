import { ChangeDetectionStrategy, Component, computed, input, model, output } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatCheckboxModule } from '@angular/material/checkbox';
import { RouterLink } from '@angular/router';
import { TIPS } from '@hephaist/core/heat/fuels';
import { chosenWords } from '@hephaist/core/joint/rod-words';
import { type Aims, aimWords } from '@hephaist/core/practise/aims';
import type { BenchSetup } from '@hephaist/core/practise/bench-setup';
import { PREPARATION_WORDS, type PreparationId } from '@hephaist/core/practise/preparations';
import { Section } from '../../drawings/section';
import { Pick as PickField } from '../../forms/pick';
import { SayPipe } from '../../units/say.pipe';
import type { BenchTask } from './bench-task';

const HOURS = [12, 1, 2, 3, 4, 5].map((h) => ({ id: String(h), name: `${h} o’clock, and opposite` }));

/** Before the torch is lit: what the joint is, what is done beforehand or forgotten, the tip, where it will be sawn. */
@Component({
  selector: 'hp-bench-prepare',
  imports: [MatButtonModule, MatCheckboxModule, RouterLink, PickField, SayPipe, Section],
  templateUrl: './bench-prepare.html',
  styleUrl: './bench-prepare.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class BenchPrepare {
  readonly task = input.required<BenchTask>();
  /** The bench with nothing forgotten. */
  readonly whole = input.required<BenchSetup>();
  readonly asked = input.required<readonly PreparationId[]>();
  readonly aims = input.required<Aims>();
  readonly done = model.required<readonly PreparationId[]>();
  readonly tipId = model.required<string>();
  readonly sawAt = model.required<string>();
  readonly begun = output();
  protected readonly HOURS = HOURS;
  protected readonly PREPARATION_WORDS = PREPARATION_WORDS;
  protected readonly aimWords = computed(() => aimWords(this.aims()));
  protected readonly tips = computed(() =>
    (this.whole().joint.tips ?? TIPS).map(({ id, name }) => ({
      id,
      name: id === this.whole().tipId ? `${name}, as planned` : name,
    })),
  );
  protected readonly planned = computed(() => {
    const { tipId, torches, filler } = this.whole();
    const tip = (this.whole().joint.tips ?? TIPS).find((t) => t.id === tipId)?.name ?? tipId;
    return `${chosenWords(this.task().plan.selection.chosen, filler.id)}; tip ${tip}${torches === 2 ? ', two torches' : ''}.`;
  });

  protected prepare(id: PreparationId, isDone: boolean): void {
    this.done.update((all) => (isDone ? [...all, id] : all.filter((x) => x !== id)));
  }
}
