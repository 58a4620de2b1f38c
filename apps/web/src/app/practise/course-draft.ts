import type { PracticeCourse } from '@hephaist/contracts/records/practice-course';
import type { Aims } from '@hephaist/core/practise/aims';

/** A joint of a course as it is typed: percent and seconds. */
export interface ExerciseDraft {
  readonly jointId: string;
  readonly filled: string;
  readonly flameS: string;
  readonly rod: string;
}
export interface CourseDraft {
  readonly name: string;
  readonly exercises: readonly ExerciseDraft[];
}

const percent = (share: number): string => String(Number((100 * share).toFixed(1)));
const typed = (text: string): number => (text.trim() === '' ? Number.NaN : Number(text.replace(',', '.')));

export const draftOf = ({ name, exercises }: PracticeCourse): CourseDraft => ({
  name,
  exercises: exercises.map((e) => ({
    jointId: e.jointId,
    filled: percent(e.filled),
    flameS: String(e.flameS),
    rod: percent(e.rod),
  })),
});

export const courseFrom = (
  draft: CourseDraft,
  { id, jobId }: Pick<PracticeCourse, 'id' | 'jobId'>,
): PracticeCourse => ({
  id,
  jobId,
  name: draft.name.trim(),
  exercises: draft.exercises.map((e) => ({
    jointId: e.jointId,
    filled: typed(e.filled) / 100,
    flameS: typed(e.flameS),
    rod: typed(e.rod) / 100,
  })),
});

/** Other joints: those that stood there keep place and aims, new ones come after them with their own. */
export function withJoints(
  exercises: readonly ExerciseDraft[],
  ids: readonly string[],
  aimsOf: (jointId: string) => Aims | null,
): ExerciseDraft[] {
  const kept = exercises.filter((e) => ids.includes(e.jointId));
  const added = ids.filter((id) => !exercises.some((e) => e.jointId === id));
  return [
    ...kept,
    ...added.map((jointId) => {
      const aims = aimsOf(jointId);
      return {
        jointId,
        filled: percent(aims?.filled ?? 0.9),
        flameS: String(aims?.flameS ?? ''),
        rod: percent(aims?.rod ?? 1.5),
      };
    }),
  ];
}
