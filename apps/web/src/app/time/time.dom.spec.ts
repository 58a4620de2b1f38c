import { ChangeDetectionStrategy, Component, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { describe, expect, it } from 'vitest';
import { Day } from './day';
import { Moment } from './moment';

@Component({
  imports: [Day, Moment],
  template: `<hp-day label="Brazed on" [(value)]="day" /><hp-moment label="Began" [(value)]="began" />`,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
class Sample {
  readonly day = signal('2026-03-01');
  readonly began = signal('2026-03-01T09:05');
}

// jsdom lays nothing out.
Element.prototype.scrollIntoView = () => undefined;

async function shown() {
  const fixture = TestBed.createComponent(Sample);
  await fixture.whenStable();
  const root = fixture.nativeElement as HTMLElement;
  document.body.append(root);
  const boxes = [...root.querySelectorAll<HTMLInputElement>('input[matInput]')];
  const type = async (i: number, text: string, leave = true): Promise<void> => {
    const box = boxes[i]!;
    box.value = text;
    box.dispatchEvent(new Event('input', { bubbles: true }));
    if (leave) box.dispatchEvent(new FocusEvent('blur'));
    await fixture.whenStable();
  };
  const open = async (label: string): Promise<void> => {
    root.querySelector<HTMLElement>(`[aria-label^="${label}"]`)?.click();
    await fixture.whenStable();
  };
  return { fixture, sample: fixture.componentInstance, boxes, type, open };
}

describe('days and times in a form', () => {
  it('are shown as ISO and given on as they are kept', async () => {
    const { boxes } = await shown();
    expect(boxes.map((b) => b.value)).toEqual(['2026-03-01', '2026-03-01 09:05']);
  });

  it('take what is typed otherwise once it is left, and keep what is no day at all', async () => {
    const { sample, boxes, type } = await shown();
    await type(0, '2026/4/2', false);
    expect([sample.day(), boxes[0]?.value]).toEqual(['2026/4/2', '2026/4/2']);
    await type(0, '2026/4/2');
    await type(1, '2026-4-2 7:30');
    expect([sample.day(), sample.began(), boxes[1]?.value]).toEqual([
      '2026-04-02',
      '2026-04-02T07:30',
      '2026-04-02 07:30',
    ]);
    await type(0, 'tomorrow');
    expect([sample.day(), boxes[0]?.value]).toEqual(['tomorrow', 'tomorrow']);
  });

  it('can be picked from a calendar; the time of day stays', async () => {
    const { fixture, sample, open } = await shown();
    await open('Open calendar');
    const day = (n: string): HTMLElement | undefined =>
      [...document.querySelectorAll<HTMLElement>('.mat-calendar-body-cell')].findLast(
        (c) => c.textContent?.trim() === n,
      );
    expect(document.querySelector('.mat-calendar-period-button')?.textContent).toContain('2026-03');
    day('17')?.click();
    await fixture.whenStable();
    expect(sample.day()).toBe('2026-03-17');
    fixture.nativeElement.querySelectorAll('[aria-label^="Open calendar"]')[1].click();
    await fixture.whenStable();
    day('20')?.click();
    await fixture.whenStable();
    expect(sample.began()).toBe('2026-03-20T09:05');
  });

  it('has its times of day picked; the day stays', async () => {
    const { fixture, sample, open } = await shown();
    await open('Open the times of day');
    const options = [...document.querySelectorAll<HTMLElement>('mat-option')];
    expect(options.slice(0, 2).map((o) => o.textContent?.trim())).toEqual(['00:00', '00:15']);
    options.find((o) => o.textContent?.trim() === '14:30')?.click();
    await fixture.whenStable();
    expect(sample.began()).toBe('2026-03-01T14:30');
  });
});
