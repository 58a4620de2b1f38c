import { TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import { describe, expect, it } from 'vitest';
import { aJob, aLine } from './a-job';
import { JobLines } from './job-lines';

async function shown() {
  TestBed.configureTestingModule({ providers: [provideRouter([])] });
  const fixture = TestBed.createComponent(JobLines);
  fixture.componentRef.setInput(
    'job',
    aJob({
      id: 'j',
      lines: [
        aLine({ id: '1', name: 'Suction', joints: 4, brazed: 1, rejected: 1, nextId: 'x', nextMark: 'S-02' }),
        aLine({ id: '2', name: 'Liquid', joints: 2, brazed: 2 }),
      ],
    }),
  );
  await fixture.whenStable();
  return [...(fixture.nativeElement as HTMLElement).querySelectorAll('a')];
}

describe('a job by its lines', () => {
  it('says of each how far it is and what is next, and leads there', async () => {
    const lines = await shown();
    expect(lines.map((a) => a.textContent?.replace(/\s+/g, ' ').trim())).toEqual([
      'Suction1 of 4✕ 1 to be made again',
      'Liquid2 of 2▲ not tested',
    ]);
    expect(lines.map((a) => a.getAttribute('href'))).toEqual(['/job/j/plan?joint=x', '/job/j/prove/pressure']);
  });
  it('has a ring for every joint, filled as it is', async () => {
    const [suction] = await shown();
    expect([...suction!.querySelectorAll('circle')].map((c) => c.getAttribute('class'))).toEqual([
      'brazed',
      'rejected',
      'open',
      'open',
    ]);
  });
});
