import { computed, inject, Injectable, signal } from '@angular/core';
import type { FollowLink } from '@hephaist/contracts/exchange/followed';
import { fuelName } from '@hephaist/core/heat/fuels';
import { glossary } from '@hephaist/core/words/glossary';
import { AccountStore } from '../data/account.store';
import { CrewStore } from '../data/crew.store';
import { JobStore } from '../data/job.store';
import { JobsStore } from '../data/jobs.store';
import { OnFileStore } from '../data/on-file.store';
import { RigsStore } from '../data/rigs.store';
import { seek } from '../data/seek';
import { TablesStore } from '../data/tables.store';
import { UnitsStore } from '../units/units.store';
import type { Findable } from './findable';
import { COMPANY_PLACES, JOB_PLACES, JOB_VIEWS } from './places';
import { ThemeStore } from './theme';

/** Everything that can be found from anywhere: places, actions, the open job's lines and joints, what is on file. */
@Injectable({ providedIn: 'root' })
export class Findables {
  private readonly job = inject(JobStore);
  private readonly jobs = inject(JobsStore);
  private readonly crew = inject(CrewStore);
  private readonly onFile = inject(OnFileStore);
  private readonly rigs = inject(RigsStore);
  private readonly account = inject(AccountStore);
  private readonly units = inject(UnitsStore);
  private readonly theme = inject(ThemeStore);
  private readonly tables = inject(TablesStore).tables;
  /** What the server found beyond what is open here. */
  private readonly beyond = signal<readonly FollowLink[]>([]);

  private readonly places = computed((): Findable[] => {
    const id = this.job.jobId();
    const own = id
      ? [...JOB_PLACES, ...JOB_VIEWS].map((p) => ({
          id: `place ${p.path}`,
          kind: 'place',
          name: p.name,
          also: p.also ?? '',
          link: ['/job', id, ...p.path.split('/')],
        }))
      : [];
    const company = COMPANY_PLACES.filter((p) => !p.deed || this.account.may(p.deed)).map((p) => ({
      id: `company ${p.path}`,
      kind: 'company',
      name: p.name,
      also: p.also ?? '',
      link: [`/${p.path}`],
    }));
    return [...own, ...company];
  });

  private readonly actions = computed((): Findable[] => {
    const does = (name: string, also: string, work: () => unknown): Findable => ({
      id: `do ${name}`,
      kind: 'do',
      name,
      also,
      does: work,
    });
    return [
      ...(this.account.may('write:job')
        ? [{ id: 'do begin', kind: 'do', name: 'Begin a job', also: 'new', link: ['/jobs'], query: { begin: 'job' } }]
        : []),
      this.units.system() === 'us'
        ? does('Show mm, °C, bar', 'units metric', () => this.units.use('metric'))
        : does('Show in, °F, psi', 'units us', () => this.units.use('us')),
      does(this.theme.night() ? 'Switch to light' : 'Switch to dark', 'theme night', () => this.theme.toggle()),
      does('Sign out', 'leave', () => this.account.signOut()),
    ];
  });

  private readonly ofJob = computed((): Findable[] => {
    const id = this.job.jobId();
    if (!id) return [];
    const lineOf = this.job.lineOf();
    return [
      ...this.job.lines().map((l) => ({
        id: l.id,
        kind: 'line',
        name: l.name,
        says: `marks ${l.prefix}, purge`,
        link: ['/job', id, 'purge'],
        query: { line: l.id },
      })),
      ...this.job.joints().map((j) => ({
        id: j.id,
        kind: 'joint',
        name: j.mark,
        says: `${lineOf.get(j.lineId)?.name ?? ''}, ${j.tube.size}`,
        link: ['/job', id, 'plan'],
        query: { joint: j.id },
        does: () => this.job.select(j.id),
      })),
    ];
  });

  private readonly ofCompany = computed((): Findable[] => [
    ...this.crew.brazers().map((b) => ({
      id: b.id,
      kind: 'brazer',
      name: b.name,
      says: `mark ${b.mark}`,
      link: ['/follow', 'brazer', b.id],
    })),
    ...this.crew.procedures().map((p) => ({
      id: p.id,
      kind: 'procedure',
      name: `${p.name} rev ${p.revision}`,
      says: p.signedOn ? `released ${p.signedOn}` : 'draft',
      link: ['/follow', 'procedure', p.id],
    })),
    ...this.crew.couponsOnFile().map((c) => ({
      id: c.id,
      kind: 'coupon',
      name: c.number,
      says: `${c.fillerId}, ${c.position}`,
      link: ['/follow', 'coupon', c.id],
    })),
    ...this.onFile.lots().map((l) => ({
      id: l.id,
      kind: 'lot',
      name: l.lot,
      says: `${l.kind} ${l.classId ?? ''}`,
      link: ['/follow', 'lot', l.lot],
    })),
    ...this.rigs.rigs().map((r) => ({
      id: r.id,
      kind: 'rig',
      name: r.name,
      says: `torch rig, ${fuelName(r.fuelId)}`,
      link: ['/rigs'],
      query: { rig: r.id },
    })),
    ...(this.jobs.jobs() ?? []).map((j) => ({
      id: j.id,
      kind: 'job',
      name: j.name,
      says: j.place,
      link: ['/job', j.id, 'plan'],
    })),
  ]);

  private readonly words = computed((): Findable[] =>
    glossary(this.tables()).map((w) => ({
      id: `word ${w.term}`,
      kind: 'word',
      name: w.term,
      says: this.units.say(w.meaning).slice(0, 60),
      also: w.also.join(' '),
      link: ['/words'],
      query: { find: w.term },
    })),
  );

  readonly all = computed((): readonly Findable[] => {
    const here = [...this.places(), ...this.actions(), ...this.ofJob(), ...this.ofCompany(), ...this.words()];
    const known = new Set(here.map((f) => f.id));
    const beyond = this.beyond()
      .filter((l) => !known.has(l.id))
      .map((l) => ({ id: l.id, kind: l.of, name: l.name, says: 'elsewhere', link: ['/follow', l.of, l.id] }));
    return [...here, ...beyond];
  });

  /** Asks for what is not open here. */
  async seek(sought: string): Promise<void> {
    await Promise.all([
      this.jobs.jobs() ? null : this.jobs.load().catch(() => undefined),
      this.rigs.rigs().length ? null : this.rigs.load().catch(() => undefined),
    ]);
    if (sought.trim().length < 2) return;
    this.beyond.set(await seek(sought.trim()).catch(() => []));
  }
}
