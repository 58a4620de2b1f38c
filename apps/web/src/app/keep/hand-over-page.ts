import { ChangeDetectionStrategy, Component, computed, inject, OnDestroy, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { RouterLink } from '@angular/router';
import { type OpenPoint, openPoints } from '@hephaist/contracts/exchange/open-points';
import { markRuns } from '@hephaist/core/words/mark-runs';
import { CrewStore } from '../data/crew.store';
import { JobStore } from '../data/job.store';
import { OnFileStore } from '../data/on-file.store';
import { newId } from '../data/outbox';
import { jobFile } from '../data/papers';
import { PressureStore } from '../data/pressure.store';
import { saveFile } from '../data/save-file';
import { ShopStore } from '../data/shop.store';
import { Attempt } from '../forms/attempt';
import { Entry } from '../forms/entry';
import { Form } from '../forms/form';
import { FormEnd } from '../forms/form-end';
import { FormOf } from '../forms/form-of';
import { Tabs } from '../shell/tabs';
import { May } from '../signing/may';
import { Signer } from '../signing/signer';
import { localNow } from '../time/zone';
import { UnitsStore } from '../units/units.store';
import { HandOverStore } from './hand-over.store';
import { KEEP_TABS } from './keep-tabs';

/** Where an open point is mended. */
const WHERE: readonly (readonly [words: RegExp, path: string, name: string])[] = [
  [/pressure test|after the test/, 'prove/pressure', 'Pressure tests'],
  [/records support/, 'keep/procedures', 'Procedures'],
  [/brazed|rejected/, 'braze', 'Braze'],
];
const whereOf = (p: OpenPoint) => {
  const found = WHERE.find(([words]) => words.test(p.what));
  return found ? { path: found[1], name: found[2] } : null;
};

/** Hand over: what is still open, the job signed as it stands, and its packages. */
@Component({
  selector: 'hp-hand-over-page',
  imports: [MatButtonModule, Tabs, May, Entry, FormEnd, FormOf, MatProgressBarModule, RouterLink],
  providers: [HandOverStore],
  templateUrl: './hand-over-page.html',
  styleUrl: './hand-over-page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class HandOverPage implements OnDestroy {
  protected readonly job = inject(JobStore);
  private readonly crew = inject(CrewStore);
  private readonly onFile = inject(OnFileStore);
  private readonly pressure = inject(PressureStore);
  private readonly units = inject(UnitsStore);
  private readonly tables = inject(ShopStore).tables;
  private readonly signer = inject(Signer);
  protected readonly store = inject(HandOverStore);
  protected readonly tabs = KEEP_TABS;
  private readonly draft = signal({ to: '', note: '' });
  protected readonly form = new Form(this.draft, {
    keep: () => `hand-over ${this.job.jobId() ?? ''}`,
    tried: () => (this.draft().to.trim() ? [] : [{ field: 'to', says: 'Say to whom it is handed over' }]),
  });
  protected readonly exported = new Attempt();

  constructor() {
    const jobId = this.job.jobId() ?? '';
    void this.store.load(jobId);
    void this.pressure.load(jobId);
  }

  ngOnDestroy(): void {
    this.store.stop();
  }

  private readonly records = computed(() => new Map(this.crew.records().map((r) => [r.brazer.id, r.record])));
  protected readonly points = computed(() => {
    const job = this.job.job();
    if (!job) return [];
    const file = {
      job,
      lines: this.job.lines(),
      joints: this.job.joints(),
      logs: this.job.logs(),
      procedures: this.crew.procedures(),
      coupons: this.crew.coupons(),
      pqrs: this.crew.pqrs(),
      pressureTests: this.pressure.tests(),
      lineSteps: this.pressure.steps(),
      lots: this.onFile.lots(),
    };
    const records = this.records();
    return openPoints(file, this.job.plan(), (id) => records.get(id) ?? null, this.tables()).map((p) => ({
      ...p,
      where: whereOf(p),
      marks: markRuns(p.about).slice(0, 16).join(', '),
    }));
  });
  protected readonly headline = computed(() => {
    const n = this.points().length;
    const name = this.job.job()?.name ?? '';
    return n ? `${n} ${n === 1 ? 'thing is' : 'things are'} open before ${name} is finished.` : `${name} is ready.`;
  });
  protected readonly list = computed(() =>
    this.store.handOvers().map((h) => ({
      ...h,
      at: localNow(this.job.timeZone(), new Date(h.at)).replace('T', ' '),
      size: `${((h.package.bytes ?? 0) / 1e6).toFixed(1)} MB`,
      name: `${this.slug()}-${h.at.slice(0, 10)}.zip`,
    })),
  );
  private readonly slug = computed(() => (this.job.job()?.name ?? 'job').toLowerCase().replace(/[^a-z0-9]+/g, '-'));

  protected async handOver(): Promise<void> {
    const [id, jobId, note] = [newId(), this.job.jobId() ?? '', this.draft().note];
    const to = this.draft().to.trim();
    const units = this.units.system();
    await this.form.submit(async () => {
      const signed = await this.signer.sign({
        what: `${this.job.job()?.name ?? 'the job'} as handed over`,
        meaning: 'handed-over',
        lines: [`To ${to}.`, ...this.points().map((p) => `${p.about.length} × ${p.what}`)],
        send: (password) => this.form.telling(() => this.store.handOver(jobId, { id, to, note, units, password })),
      });
      if (!signed) return false;
      this.form.begin({ to: '', note: '' });
      return true;
    });
  }

  protected async export(): Promise<void> {
    await this.exported.run(async () =>
      saveFile(await jobFile(this.job.jobId() ?? ''), `${this.slug()}.hephaist.json`),
    );
  }
}
