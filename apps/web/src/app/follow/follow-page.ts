import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import { FOLLOWABLE, type FollowEvent } from '@hephaist/contracts/exchange/followed';
import { saveFile } from '../data/save-file';
import { Attempt } from '../forms/attempt';
import { Entry } from '../forms/entry';
import { Form } from '../forms/form';
import { FormOf } from '../forms/form-of';
import { LogPhotos } from '../layout/log-photos';
import { localNow } from '../time/zone';
import { SayPipe } from '../units/say.pipe';
import { UnitsStore } from '../units/units.store';
import { FollowStore } from './follow.store';

const MARK: Readonly<Record<FollowEvent['tone'], string>> = { fine: '✓', caution: '▲', refused: '✕', plain: '·' };

/** All that bears on one joint, brazer, procedure, coupon or lot, in order of time, each thing a way on. */
@Component({
  selector: 'hp-follow-page',
  providers: [FollowStore],
  imports: [MatButtonModule, RouterLink, Entry, FormOf, LogPhotos, SayPipe],
  templateUrl: './follow-page.html',
  styleUrl: './follow-page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FollowPage {
  readonly of = input.required<string>();
  readonly id = input.required<string>();
  private readonly store = inject(FollowStore);
  private readonly units = inject(UnitsStore);
  private readonly asking = new Attempt();
  protected readonly failure = this.asking.failure;
  protected readonly busy = this.asking.busy;
  protected readonly page = this.store.page;
  protected readonly found = this.store.found;
  protected readonly mark = MARK;
  protected readonly seeking = new Form(signal({ word: '' }));
  /** Events by their day, on the clock of the job. */
  protected readonly days = computed(() => {
    const p = this.page();
    if (!p) return [];
    const days: { day: string; events: { at: string; event: FollowEvent }[] }[] = [];
    for (const event of p.events) {
      const when = event.at.length > 10 ? localNow(p.timeZone, new Date(event.at)) : event.at;
      const [day = '', at = ''] = when.split('T');
      const last = days.at(-1);
      if (last?.day === day) last.events.push({ at, event });
      else days.push({ day, events: [{ at, event }] });
    }
    return days;
  });

  constructor() {
    effect(() => {
      const [of, id] = [this.of(), this.id()];
      untracked(() => void this.load(of, id));
    });
  }

  private load(of: string, id: string): Promise<boolean> {
    const known = FOLLOWABLE.find((f) => f === of);
    return this.asking.run(() =>
      known ? this.store.load(known, id) : Promise.reject(new Error('Nothing of this kind can be followed.')),
    );
  }

  protected seek(): Promise<boolean> {
    const word = this.seeking.draft().word.trim();
    return word ? this.seeking.submit(() => this.store.seek(word)) : Promise.resolve(false);
  }

  protected pdf(): Promise<boolean> {
    const p = this.page();
    return this.asking.run(async () => {
      if (!p) return;
      const file = await this.store.paper(p.of, p.id, { units: this.units.system() });
      saveFile(file, `${p.name.replace(/[^\w-]+/g, '-')}.pdf`);
    });
  }
}
