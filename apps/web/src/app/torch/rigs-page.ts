import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import type { Rig } from '@hephaist/contracts/records/rig';
import { checkSays, morningOf, type RigCheck } from '@hephaist/contracts/records/rig-check';
import { fuelName } from '@hephaist/core/heat/fuels';
import { DRAW_SOURCE } from '@hephaist/core/heat/torch-gas';
import { sourceLine } from '@hephaist/core/source/source';
import { gasMarks, MARK_SOURCE, NEVER_BY_COLOUR } from '@hephaist/core/torch-rig/country-marks';
import { foundWrong } from '@hephaist/core/torch-rig/found-wrong';
import { DISSOLVED_SOURCE, LIQUID_FUELS, LIQUID_SOURCE } from '@hephaist/core/torch-rig/parts';
import { rigWords, usesOxygen } from '@hephaist/core/torch-rig/rig';
import { type RigFault, rigFaults, stopsLighting } from '@hephaist/core/torch-rig/rig-faults';
import { CHECK_ROUND_WORDS, type CheckRound } from '@hephaist/core/torch-rig/rounds';
import { type TipDraw, tipDraws } from '@hephaist/core/torch-rig/tip-draw';
import { formatDuration } from '@hephaist/core/units/units';
import { newId } from '../data/outbox';
import { RigsStore } from '../data/rigs.store';
import { RigDrawing } from '../drawings/rig-drawing';
import { Attempt } from '../forms/attempt';
import { Chosen } from '../layout/chosen';
import { Done } from '../layout/done';
import { ListDetail } from '../layout/list-detail';
import { PageHead } from '../layout/page-head';
import { type Column, Table } from '../layout/table';
import { May } from '../signing/may';
import { hereZone, localNow } from '../time/zone';
import { SayPipe } from '../units/say.pipe';
import { UnitsStore } from '../units/units.store';
import { newRig } from './rig-draft';
import { RigForm } from './rig-form';

type Tone = 'fine' | 'caution' | 'refused';
interface State {
  readonly tone: Tone;
  readonly mark: string;
  readonly says: string;
}

/** How a rig stands today, in a sentence: refused, to be looked at, or gone through. */
function stateOf(stops: number, faults: readonly RigFault[], today: RigCheck | null): State {
  if (stops) {
    const things = stops === 1 ? 'one thing is' : `${stops} things are`;
    return { tone: 'refused', mark: '✕', says: `not lit as it stands: ${things} refused` };
  }
  if (today && foundWrong(today)) return { tone: 'refused', mark: '✕', says: `not lit today: ${checkSays(today)}` };
  if (today) return { tone: 'fine', mark: '✓', says: `gone through today, ${checkSays(today)}` };
  return faults.length
    ? { tone: 'caution', mark: '▲', says: `${faults.length} to look at; not gone through today` }
    : { tone: 'caution', mark: '▲', says: 'not gone through today' };
}

/** Torch rigs: whether each may be lit, what its tips ask of its cylinders, and the rounds gone through. */
@Component({
  selector: 'hp-rigs-page',
  imports: [ListDetail, MatButtonModule, May, PageHead, RigDrawing, RigForm, RouterLink, SayPipe, Table],
  templateUrl: './rigs-page.html',
  styleUrl: './rigs-page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RigsPage {
  private readonly store = inject(RigsStore);
  private readonly units = inject(UnitsStore);
  private readonly done = inject(Done);
  private readonly asked = new Attempt();
  protected readonly failure = this.asked.failure;
  protected readonly editing = signal<Rig | null>(null);
  private readonly today = localNow(hereZone()).slice(0, 10);
  protected readonly rounds = (Object.keys(CHECK_ROUND_WORDS) as CheckRound[]).map((id) => ({
    id,
    name: CHECK_ROUND_WORDS[id],
  }));
  protected readonly never = NEVER_BY_COLOUR;
  protected readonly markSource = sourceLine(MARK_SOURCE);
  protected readonly drawSource = sourceLine(DRAW_SOURCE);

  constructor() {
    void this.asked.run(() => this.store.load());
  }

  readonly rows = computed(() =>
    this.store.rigs().map((rig) => {
      const year = Number(this.today.slice(0, 4));
      const faults = rigFaults(rig, year);
      const own = this.store.checks().filter((c) => c.rigId === rig.id);
      const state = stateOf(stopsLighting(rig, year).length, faults, morningOf(own, this.today));
      return { rig, words: rigWords(rig).toLowerCase(), faults, state, tips: tipDraws(rig), checks: own };
    }),
  );
  private readonly chosen = new Chosen(this.rows, (r) => r.rig.id, undefined, 'rig');
  protected readonly shown = this.chosen.shown;
  protected readonly isShown = (row: Row): boolean => this.chosen.is(row);
  protected readonly columns: readonly Column<Row>[] = [
    { id: 'name', head: 'Rig', text: (r) => r.rig.name, opens: true },
    { id: 'gas', head: 'Burns', text: (r) => rigWords(r.rig) },
    { id: 'state', head: 'Today', text: (r) => `${r.state.mark} ${r.state.says}`, tone: (r) => r.state.tone },
  ];
  protected readonly tipColumns: readonly Column<TipDraw>[] = [
    { id: 'tip', head: 'Tip', text: (t) => t.tip.name, names: true },
    { id: 'takes', head: 'Takes', text: (t) => this.units.show(t.flowM3s, 'flow'), number: true },
    {
      id: 'limit',
      head: 'Cylinder gives',
      text: (t) => (t.draw?.limitM3s ? this.units.show(t.draw.limitM3s, 'flow') : 'no limit'),
      number: true,
    },
    {
      id: 'may',
      head: 'May run',
      text: (t) => {
        if (!t.draw) return '✕ empty';
        if (!t.draw.within) return `✕ takes ${t.draw.smallest ?? 'several cylinders'}`;
        return t.mostWithin ? '✓' : '▲ not turned right up';
      },
      tone: (t) => (!t.draw?.within ? 'refused' : t.mostWithin ? 'fine' : 'caution'),
    },
    { id: 'left', head: 'Flame left', text: (t) => this.hours(t) },
  ];

  private hours(t: TipDraw): string {
    if (!t.draw) return '–';
    const hours = Math.min(t.draw.hoursLeft, t.oxygenHours ?? Infinity);
    const ends = t.oxygenHours === null ? '' : `, ${t.endsFirst} ends first`;
    return `${formatDuration(Math.round(hours * 3600))}${ends}`;
  }

  /** How what is left is known, by the fuel's nature. */
  protected readonly left = computed(() => {
    const id = this.shown()?.rig.fuelId;
    if (id === 'acetylene') return `${sourceLine(DISSOLVED_SOURCE)}.`;
    return id && LIQUID_FUELS.includes(id) ? `${sourceLine(LIQUID_SOURCE)}.` : '';
  });
  protected readonly marks = computed(() => {
    const rig = this.shown()?.rig;
    if (!rig) return [];
    const fuel = { gas: fuelName(rig.fuelId), ...gasMarks(rig.country, rig.fuelId) };
    return usesOxygen(rig) ? [fuel, { gas: 'Oxygen', ...gasMarks(rig.country, 'oxygen') }] : [fuel];
  });
  protected readonly late = computed(() =>
    [...(this.shown()?.checks ?? [])].sort((a, b) => b.endedAt.localeCompare(a.endedAt)).slice(0, 8),
  );
  protected readonly lateColumns: readonly Column<RigCheck>[] = [
    {
      id: 'on',
      head: 'Day',
      text: (c) => `${c.on} ${localNow(hereZone(), new Date(c.endedAt)).slice(11)}`,
      names: true,
    },
    { id: 'round', head: 'Round', text: (c) => CHECK_ROUND_WORDS[c.round].toLowerCase() },
    {
      id: 'found',
      head: 'Found',
      text: (c) => `${foundWrong(c) ? '✕' : '✓'} ${checkSays(c)}`,
      tone: (c) => (foundWrong(c) ? 'refused' : 'fine'),
    },
    {
      id: 'took',
      head: 'Took',
      text: (c) => formatDuration(Math.round((Date.parse(c.endedAt) - Date.parse(c.startedAt)) / 1000)),
    },
    { id: 'by', head: 'By', text: (c) => c.by },
  ];
  protected readonly source = (f: RigFault): string => sourceLine(f.source);

  protected open(id: string): void {
    this.editing.set(null);
    this.chosen.ask(id);
  }

  protected begin(): void {
    this.editing.set(newRig(newId()));
  }

  protected async take(rig: Rig): Promise<void> {
    const gone = await this.asked.run(() => this.store.remove(rig.id));
    if (gone) this.done.say(`${rig.name} is off the list.`, () => this.asked.run(() => this.store.save(rig)));
  }
}
type Row = ReturnType<RigsPage['rows']>[number];
