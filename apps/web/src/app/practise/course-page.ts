import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { Router, RouterLink } from '@angular/router';
import type { PracticeCourse } from '@hephaist/contracts/records/practice-course';
import type { PracticeRow } from '@hephaist/contracts/records/practice-run';
import { type Progress, progressOf } from '@hephaist/core/practise/progress';
import { formatDuration } from '@hephaist/core/units/units';
import { JobStore } from '../data/job.store';
import { newId } from '../data/outbox';
import { PracticeStore } from '../data/practice.store';
import { ShopStore } from '../data/shop.store';
import { me } from '../data/who';
import { Chart } from '../drawings/chart';
import { Attempt } from '../forms/attempt';
import { Pick as PickField } from '../forms/pick';
import { addressWord } from '../layout/address';
import { Chosen } from '../layout/chosen';
import { Done } from '../layout/done';
import { ListDetail } from '../layout/list-detail';
import { PageHead } from '../layout/page-head';
import { type Column, Table } from '../layout/table';
import { May } from '../signing/may';
import { hereZone, localNow } from '../time/zone';
import { CourseForm } from './course-form';
import { type CourseStep, courseSteps, HOUSE_COURSE, houseSteps } from './course-steps';
import { faultWords, filledChart } from './course-words';
import { benchJoints, jointName } from './joint-kinds';
import { PRACTISE_TABS } from './practise-tabs';

interface Shown {
  readonly step: CourseStep;
  readonly progress: Progress<PracticeRow>;
  readonly mark: string;
  readonly tone: string;
  readonly says: string;
}

/** Practise: joints in their order, what was made of each, and the way to the bench; who instructs composes courses and sees who did what. */
@Component({
  selector: 'hp-course-page',
  imports: [MatButtonModule, RouterLink, Chart, CourseForm, ListDetail, May, PageHead, PickField, Table],
  templateUrl: './course-page.html',
  styleUrl: './course-page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CoursePage {
  private readonly store = inject(PracticeStore);
  private readonly job = inject(JobStore);
  private readonly tables = inject(ShopStore).tables;
  private readonly router = inject(Router);
  private readonly done = inject(Done);
  private readonly zone = hereZone();
  private readonly asked = new Attempt();
  protected readonly failure = this.asked.failure;
  protected readonly tabs = PRACTISE_TABS;
  protected readonly composing = signal<PracticeCourse | null>(null);
  protected readonly courseId = addressWord('course', HOUSE_COURSE);
  protected readonly bench = computed(() => `/job/${this.job.jobId()}/bench`);

  constructor() {
    void this.asked.run(() => this.store.load(this.job.jobId() ?? ''));
  }

  protected readonly courses = computed(() => [
    { id: HOUSE_COURSE, name: 'The course of the house' },
    ...this.store.courses().map(({ id, name }) => ({ id, name })),
  ]);
  protected readonly ownCourse = computed(() => this.store.courses().find((c) => c.id === this.courseId()) ?? null);
  /** Whose runs are shown: one's own, until who instructs asks for another's. */
  protected readonly person = signal(me()?.person ?? '');
  protected readonly people = computed(() => {
    const names = new Set([me()?.person ?? '', ...this.store.runs().map((r) => r.by)]);
    return [...names]
      .filter(Boolean)
      .sort()
      .map((id) => ({ id, name: id }));
  });
  private readonly words = (id: string): string | null => {
    const joint = this.job.joints().find((j) => j.id === id);
    return joint ? jointName(joint, this.tables()) : null;
  };
  protected readonly jobJoints = computed(() =>
    benchJoints(this.job.joints(), this.job.plan()).map((j) => ({
      id: j.id,
      name: `${jointName(j, this.tables())}, ${j.position}`,
    })),
  );
  protected readonly steps = computed((): readonly Shown[] => {
    const own = this.ownCourse();
    const steps = own ? courseSteps(own, this.words) : houseSteps();
    const runs = this.store.runs().filter((r) => r.by === this.person());
    return progressOf(
      steps.map((s) => s.task),
      runs,
    ).map((progress, i) => ({ step: steps[i] as CourseStep, progress, ...this.state(progress) }));
  });
  protected readonly chosen = new Chosen(
    this.steps,
    (s) => s.step.task,
    (all) => all.find((s) => s.progress.isOpen && !s.progress.isMet) ?? all[0],
    'at',
  );
  protected readonly shown = this.chosen.shown;
  protected readonly standing = computed(() => {
    const met = this.steps().filter((s) => s.progress.isMet).length;
    return `${met} of ${this.steps().length} reached their aims.`;
  });
  protected readonly chart = computed(() => filledChart(this.shown()?.progress.tries ?? []));
  protected readonly latestFirst = computed(() => [...(this.shown()?.progress.tries ?? [])].reverse());
  protected readonly columns: readonly Column<PracticeRow>[] = [
    {
      id: 'when',
      head: 'When',
      text: (r) => localNow(this.zone, new Date(r.startedAt)).replace('T', ' '),
      names: true,
    },
    {
      id: 'came',
      head: 'What came of it',
      text: (r) => (r.met ? '✓ every aim' : r.passes ? '▲ passes, not every aim' : `✕ ${faultWords(r)}`),
      tone: (r) => (r.met ? 'fine' : r.passes ? 'caution' : 'refused'),
    },
    { id: 'filled', head: 'Filled', text: (r) => `${Math.round(100 * r.filled)} %`, number: true },
    { id: 'flame', head: 'Flame', text: (r) => formatDuration(r.flameS), number: true },
    { id: 'rod', head: 'Rod', text: (r) => `${Math.round(100 * r.fed)} %`, number: true },
    { id: 'gauges', head: 'Gauges', text: (r) => r.gauges },
  ];

  private state({ isMet, isOpen, best, tries }: Progress<PracticeRow>): Pick<Shown, 'mark' | 'tone' | 'says'> {
    if (isMet && best)
      return { mark: '✓', tone: 'fine', says: `${Math.round(100 * best.filled)} % in ${formatDuration(best.flameS)}` };
    if (!isOpen) return { mark: '▢', tone: 'quiet', says: 'after the one before' };
    return tries.length
      ? { mark: '▲', tone: 'caution', says: `tried ${tries.length === 1 ? 'once' : `${tries.length} times`}` }
      : { mark: '○', tone: '', says: 'open' };
  }

  protected toBench({ exerciseId, jointId }: CourseStep): Record<string, string> | null {
    const course = this.ownCourse()?.id;
    if (exerciseId !== null) return { exercise: exerciseId };
    return jointId === null ? null : { joint: jointId, ...(course ? { course } : {}) };
  }

  protected makeJoint(joint: string): void {
    if (joint) void this.router.navigate([this.bench()], { queryParams: { joint } });
  }

  protected compose(): void {
    this.composing.set({ id: newId(), jobId: this.job.jobId() ?? '', name: '', exercises: [] });
  }

  protected composed(saved: PracticeCourse | null): void {
    this.composing.set(null);
    if (saved) this.courseId.set(saved.id);
  }

  protected async takeOff(course: PracticeCourse): Promise<void> {
    this.courseId.set(HOUSE_COURSE);
    const gone = await this.asked.run(() => this.store.removeCourse(course.id));
    if (gone) this.done.say(`${course.name} was taken off.`, () => this.store.saveCourse(course));
  }
}
