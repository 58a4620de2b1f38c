import { ChangeDetectionStrategy, Component, computed, inject, OnDestroy, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { openPoints, type OpenPoint } from '@hephaist/contracts';
import type { FieldProblem } from '@hephaist/core';
import { localNow } from '../braze/log-draft';
import { ApiProblem, fetchFile } from '../data/api';
import { CrewStore } from '../data/crew.store';
import { JobStore } from '../data/job.store';
import { newId } from '../data/outbox';
import { saveFile } from '../data/save-file';
import { ShopStore } from '../data/shop.store';
import { Entry } from '../forms/entry';
import { problemAt } from '../forms/problems';
import { May } from '../people/may';
import { Signer } from '../people/signer';
import { markRuns } from '../plan/mark-runs';
import { PressureStore } from '../prove/pressure.store';
import { Tabs } from '../shell/tabs';
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
  imports: [Tabs, May, Entry, RouterLink],
  providers: [HandOverStore],
  templateUrl: './hand-over-page.html',
  styleUrl: './hand-over-page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class HandOverPage implements OnDestroy {
  protected readonly job = inject(JobStore);
  private readonly crew = inject(CrewStore);
  private readonly pressure = inject(PressureStore);
  private readonly units = inject(UnitsStore);
  private readonly tables = inject(ShopStore).tables;
  private readonly signer = inject(Signer);
  protected readonly store = inject(HandOverStore);
  protected readonly tabs = KEEP_TABS;
  protected readonly to = signal('');
  protected readonly note = signal('');
  protected readonly busy = signal(false);
  protected readonly failure = signal<string | null>(null);
  private readonly told = signal<readonly FieldProblem[]>([]);

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
      at: localNow(this.job.job()?.timeZone ?? 'UTC', new Date(h.at)).replace('T', ' '),
      size: `${((h.package.bytes ?? 0) / 1e6).toFixed(1)} MB`,
      name: `${this.slug()}-${h.at.slice(0, 10)}.zip`,
    })),
  );
  private readonly slug = computed(() => (this.job.job()?.name ?? 'job').toLowerCase().replace(/[^a-z0-9]+/g, '-'));

  protected problem(field: string): string | null {
    return problemAt(this.told(), field);
  }

  protected async handOver(event: Event): Promise<void> {
    event.preventDefault();
    const to = this.to().trim();
    this.told.set(to ? [] : [{ field: 'to', says: 'Say to whom it is handed over' }]);
    if (!to) return;
    const [id, jobId] = [newId(), this.job.jobId() ?? ''];
    const points = this.points();
    const signed = await this.signer.sign({
      what: `${this.job.job()?.name ?? 'the job'} as handed over`,
      meaning: 'handed-over',
      lines: [`To ${to}.`, ...points.map((p) => `${p.about.length} × ${p.what}`)],
      send: (password) => this.send(jobId, { id, to, note: this.note(), units: this.units.system(), password }),
    });
    if (!signed) return;
    this.to.set('');
    this.note.set('');
  }

  private async send(jobId: string, request: Parameters<typeof this.store.handOver>[1]): Promise<void> {
    try {
      await this.store.handOver(jobId, request);
    } catch (e) {
      if (e instanceof ApiProblem && e.problem.fields) this.told.set(e.problem.fields);
      throw e;
    }
  }

  protected async export(): Promise<void> {
    this.busy.set(true);
    this.failure.set(null);
    try {
      saveFile(await fetchFile(`jobs/${this.job.jobId() ?? ''}/export`), `${this.slug()}.hephaist.json`);
    } catch (e) {
      this.failure.set((e as Error).message);
    } finally {
      this.busy.set(false);
    }
  }
}
