import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatCheckboxModule } from '@angular/material/checkbox';
import { MatDialog } from '@angular/material/dialog';
import { MatExpansionModule } from '@angular/material/expansion';
import { Router, RouterLink } from '@angular/router';
import { cleanLeftS } from '@hephaist/core/joint-log/findings';
import { formatDuration } from '@hephaist/core/units/units';
import { answerStep } from '@hephaist/core/way/way';
import { capital } from '@hephaist/core/words/capital';
import { CrewStore } from '../data/crew.store';
import { JobStore } from '../data/job.store';
import { WaysStore } from '../data/ways.store';
import { StateMark } from '../drawings/state-mark';
import { Entry } from '../forms/entry';
import { Pick } from '../forms/pick';
import { askIn } from '../layout/ask-in';
import { Done } from '../layout/done';
import { Scan } from '../layout/scan';
import { May } from '../signing/may';
import { CleaningStore } from './cleaning.store';
import { InHandNow } from './in-hand-now';
import { AT_FIRST, TodayOrder } from './today-order';
import { areAlike, type Beside } from './together';

/** What is to be made, in the order nitrogen wants it: in hand, cleaned, then the line vent by vent. */
@Component({
  selector: 'hp-today-list',
  imports: [Entry, MatButtonModule, MatCheckboxModule, MatExpansionModule, May, Pick, RouterLink, StateMark],
  providers: [InHandNow],
  template: `
    <nav aria-label="Joints to braze">
      <p class="torch">
        <a matButton routerLink="/rigs">Torch rigs</a>
        <a matButton [routerLink]="['/job', store.jobId(), 'hot-work']">Hot work</a>
      </p>
      @if (hand.all().length) {
        <h2>In hand</h2>
        <ul>
          @for (h of hand.all(); track h.id) {
            <li>
              <a matButton class="row-button" [routerLink]="['/job', store.jobId(), 'at', h.id]"
                ><strong>{{ h.mark }}</strong> <span [class.caution]="h.calls">{{ h.says }}</span></a
              >
            </li>
          }
        </ul>
      }
      @if (clean().length) {
        <h2>Cleaned, to be brazed</h2>
        <ul>
          @for (c of clean(); track c.id) {
            <li>
              <button matButton class="row-button" (click)="store.select(c.id)">
                <strong>{{ c.mark }}</strong> <span [class]="c.tone">{{ c.left }}</span>
              </button>
            </li>
          }
        </ul>
      }
      <h2>Today</h2>
      @for (r of today.runsOut(); track r.key) {
        <p [class]="r.past ? 'refused' : 'caution'">{{ r.past ? '✕' : '▲' }} {{ r.says }}</p>
      }
      <hp-entry kind="search" label="Find a joint" [bare]="true" placeholder="Find a mark …" [(value)]="today.sought" />
      <p class="torch">
        <button matButton (click)="scan()">Scan a label</button>
        <a matButton [href]="labelsAt('joints')" download>Print labels</a>
      </p>
      <hp-pick
        label="Line"
        [bare]="true"
        [options]="lines()"
        [value]="today.line()?.line?.id ?? ''"
        (valueChange)="today.pick($event)"
      />
      @if (spools().length) {
        <hp-pick
          label="Spool"
          [bare]="true"
          none="all of the line"
          [options]="spools()"
          [value]="today.spool() ?? ''"
          (valueChange)="today.spool.set($event || null)"
        />
        <p class="torch"><a matButton [href]="labelsAt('spools')" download>Print spool labels</a></p>
      }
      <mat-checkbox [checked]="today.mine()" (change)="today.mine.set($event.checked)"
        >only what I may braze</mat-checkbox
      >
      @for (s of today.first(); track s.vent) {
        @if (s.vent) {
          <h3>{{ ventWords(s.vent) }} open</h3>
        }
        <ul class="rows">
          @for (r of s.rows; track r.joint.id) {
            <li [class.chosen]="r.joint.id === store.selected()?.id">
              <mat-checkbox
                *hpMay="'write:log'"
                [checked]="picked().has(r.joint.id)"
                (change)="tick(r.joint.id)"
                [aria-label]="'Pick ' + r.joint.mark"
              />
              <button
                matButton
                class="row-button"
                [attr.aria-current]="r.joint.id === store.selected()?.id ? 'true' : null"
                (click)="store.select(r.joint.id)"
              >
                <hp-state-mark [shape]="store.stateOf()(r.joint).shape" /><strong>{{ r.joint.mark }}</strong>
                <span class="quiet">{{ r.takes }}</span>
                @if (r.why) {
                  <span class="refused">✕ {{ r.why }}</span>
                }
              </button>
            </li>
          }
        </ul>
      }
      @if (count() > today.most()) {
        <button matButton="outlined" (click)="today.most.set(today.most() + more)">
          {{ count() - today.most() }} more on this line: show {{ more }}
        </button>
      }
      @if (!count()) {
        <p class="quiet">{{ none() }}</p>
      }
      @if (picked().size) {
        <p class="many">
          <button matButton="filled" (click)="cleanPicked()">Cleaned now: {{ picked().size }}</button>
          @if (alike(); as a) {
            <button matButton="outlined" [disabled]="a.why !== null" (click)="logAlike()">
              Log together: {{ picked().size }}
            </button>
          }
          <button matButton="outlined" (click)="picked.set(nothing)">Leave them</button>
        </p>
        @if (alike()?.why; as why) {
          <p class="quiet">Each is logged by itself: {{ why }}</p>
        }
      }
      @if (made().length) {
        <mat-expansion-panel togglePosition="before">
          <mat-expansion-panel-header>Made on this line: {{ made().length }}</mat-expansion-panel-header>
          <!-- Drawn only for who looks. -->
          <ng-template matExpansionPanelContent>
            <ul class="made">
              @for (j of made(); track j.id) {
                <li>
                  <button matButton class="row-button" (click)="store.select(j.id)">
                    <hp-state-mark [shape]="store.stateOf()(j).shape" />{{ j.mark }}
                  </button>
                </li>
              }
            </ul>
          </ng-template>
        </mat-expansion-panel>
      }
    </nav>
  `,
  styleUrl: './today-list.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class TodayList {
  protected readonly store = inject(JobStore);
  protected readonly today = inject(TodayOrder);
  protected readonly hand = inject(InHandNow);
  private readonly ways = inject(WaysStore);
  private readonly cleaning = inject(CleaningStore);
  private readonly crew = inject(CrewStore);
  private readonly said = inject(Done);
  private readonly dialog = inject(MatDialog);
  private readonly labels = inject(Scan);
  private readonly router = inject(Router);
  protected readonly more = AT_FIRST;
  protected readonly nothing: ReadonlySet<string> = new Set();
  protected readonly picked = signal(this.nothing);

  /** A vent that is called one is not said twice. */
  protected readonly ventWords = (vent: string): string => capital(/^vent/i.test(vent) ? vent : `vent ${vent}`);
  protected readonly lines = computed(() =>
    this.today.lines().map(({ line, open }) => ({ id: line.id, name: `${line.name}, ${open || 'none'} to do` })),
  );
  protected readonly spools = computed(() =>
    this.today.spools().map(({ name, open }) => ({ id: name, name: `${name}, ${open || 'none'} to do` })),
  );
  protected readonly count = computed(() => this.today.shown().reduce((n, s) => n + s.rows.length, 0));
  protected readonly none = computed(() =>
    this.today.sought().trim()
      ? 'No joint has such a mark.'
      : this.today.mine()
        ? 'Nothing here is in your range today.'
        : this.today.spool()
          ? 'All of this spool is made.'
          : 'All of this line is made.',
  );
  protected readonly made = computed(() => this.today.line()?.all.filter((j) => this.store.lastLog().has(j.id)) ?? []);

  /** Joints cleaned here and not in hand otherwise, the most urgent first. */
  protected readonly clean = computed(() => {
    const [cleaned, now] = [this.cleaning.cleaned(), this.cleaning.nowMs()];
    const inHand = new Set(this.hand.all().map((h) => h.id));
    return this.store
      .joints()
      .flatMap((j) => {
        const at = cleaned[j.id];
        if (at === undefined || at > now || inHand.has(j.id)) return [];
        const s = cleanLeftS(at, now);
        const left = s < 0 ? '✕ clean again' : `${s < 3600 ? '▲ ' : ''}${formatDuration(s)} left`;
        return [{ id: j.id, mark: j.mark, s, left, tone: s < 0 ? 'refused' : s < 3600 ? 'caution' : 'quiet' }];
      })
      .sort((a, b) => a.s - b.s);
  });

  protected labelsAt(of: 'joints' | 'spools'): string {
    return `/api/jobs/${this.store.jobId() ?? ''}/labels.pdf?line=${this.today.line()?.line.id ?? ''}&of=${of}`;
  }
  /** A label opens what it is on: a joint at its step, a spool with its joints, a coupon where its result is entered, a rig at its round. */
  protected async scan(): Promise<void> {
    const label = await this.labels.label();
    if (!label) return;
    if (label.of === 'joint') await this.router.navigate(['/job', label.jobId, 'at', label.jointId]);
    else if (label.of === 'spool')
      await this.router.navigate(['/job', label.jobId, 'braze'], { queryParams: { spool: label.spool } });
    else if (label.of === 'rig') await this.router.navigate(['/rigs', label.rigId, 'morning']);
    else if (label.of === 'lot') await this.router.navigate(['/on-file'], { queryParams: { scanned: label.lotId } });
    else {
      const coupon = this.crew.couponsOnFile().find((c) => c.number === label.number)?.id;
      await this.router.navigate(['/coupons'], coupon ? { queryParams: { coupon } } : {});
    }
  }

  /** Those that are picked, where there are several: what they are logged by together, or why they cannot be. */
  protected readonly alike = computed(() => {
    const all = [...this.picked()].flatMap((id): Beside[] => {
      const joint = this.store.stored('joint', id)?.data;
      const plan = joint && this.store.plan()(joint).plan;
      const way = this.ways.of()(id);
      return joint && plan ? [{ joint, plan, way: way.marks.length ? way : null }] : [];
    });
    const [first, ...rest] = all;
    if (!first || this.picked().size < 2) return null;
    const planned = all.length === this.picked().size;
    const odd = rest.find((b) => !areAlike(first, b));
    const why = !planned
      ? 'one has no plan.'
      : odd
        ? `${odd.joint.mark} takes another rod, flux or nitrogen than ${first.joint.mark}.`
        : null;
    return { all, why };
  });
  /** One confirmation for all that are picked, each its own entry. */
  protected async logAlike(): Promise<void> {
    const { LogTogether } = await import('./log-together');
    const filed = await askIn<readonly Beside[], readonly string[]>(
      this.dialog,
      LogTogether,
      this.alike()?.all ?? [],
      'together-title',
    );
    if (!filed) return;
    for (const id of filed) this.ways.drop(id);
    this.picked.set(new Set([...this.picked()].filter((id) => !filed.includes(id))));
    this.said.say(`${filed.length === 1 ? 'One joint is' : `${filed.length} joints are`} logged, each its own entry.`);
  }

  protected tick(id: string): void {
    const next = new Set(this.picked());
    if (!next.delete(id)) next.add(id);
    this.picked.set(next);
  }

  /** Many joints are cleaned at once: the eight hours of each run from here. */
  protected cleanPicked(): void {
    const now = Date.now();
    const ids = [...this.picked()];
    const before = ids.map((id) => this.ways.of()(id));
    for (const id of ids) {
      this.cleaning.clean(id, now);
      this.ways.put(answerStep(this.ways.of()(id), 'clean', 'done', now));
    }
    this.picked.set(this.nothing);
    this.said.say(`Eight hours run for ${ids.length === 1 ? 'one joint' : `${ids.length} joints`}.`, () => {
      for (const way of before) {
        this.cleaning.forget(way.jointId);
        if (way.marks.length) this.ways.put(way);
        else this.ways.drop(way.jointId);
      }
    });
  }
}
