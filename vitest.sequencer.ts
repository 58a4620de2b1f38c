import { BaseSequencer, type TestSpecification } from 'vitest/node';

/** Tests that start whole programs take longest: they begin first, so that nothing waits for one of them alone. */
export class LongestFirst extends BaseSequencer {
  override async sort(files: TestSpecification[]): Promise<TestSpecification[]> {
    const programs = (f: TestSpecification): number => Number(f.moduleId.includes('/server/test/'));
    return [...(await super.sort(files))].sort((a, b) => programs(b) - programs(a));
  }
}
