import { ChangeDetectionStrategy, Component } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { Chart } from './chart';
import { type Axis, type Curve, framed, namesOf, nearest, oxygenAxis } from './chart-frame';

const minutes: Axis = { from: 0, to: 10, ticks: [{ at: 0, text: '0' }], say: (v) => `${v} min` };
const room = { w: 120, h: 100, left: 10, right: 10, top: 0, bottom: 0 };
const curves: Curve[] = [
  {
    id: 'A',
    name: 'A',
    points: [
      [0, 0.2],
      [5, 0.02],
      [10, 0.001],
    ],
  },
  {
    id: 'B',
    name: 'B',
    points: [
      [0, 0.2],
      [4, 0.1],
      [10, 0.001],
    ],
  },
];

@Component({
  imports: [Chart],
  template: `<hp-chart
    words="Oxygen falls"
    [x]="x"
    [y]="y"
    [curves]="curves"
    [limit]="{ at: 0.01, text: 'limit 1 %' }"
  />`,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
class Sample {
  readonly x = minutes;
  readonly y = oxygenAxis(5e-4);
  readonly curves = curves;
}
async function shown() {
  const fixture = TestBed.createComponent(Sample);
  await fixture.whenStable();
  const root = fixture.nativeElement as HTMLElement;
  const frame = root.querySelector('[role=group]') as HTMLElement;
  const press = async (key: string, shiftKey = false): Promise<string> => {
    frame.dispatchEvent(new KeyboardEvent('keydown', { key, shiftKey, bubbles: true }));
    await fixture.whenStable();
    return root.querySelector('output')?.textContent ?? '';
  };
  return { root, press };
}

describe('a chart in its place', () => {
  afterEach(() => vi.unstubAllGlobals());
  /** What its place gives it, said as the browser would. */
  async function placed(width: number, height: number): Promise<SVGSVGElement> {
    const told: ResizeObserverCallback[] = [];
    vi.stubGlobal(
      'ResizeObserver',
      class {
        constructor(tell: ResizeObserverCallback) {
          told.push(tell);
        }
        observe = vi.fn();
        disconnect = vi.fn();
      },
    );
    const fixture = TestBed.createComponent(Sample);
    await fixture.whenStable();
    for (const tell of told) tell([{ contentRect: { width, height } }] as never, null as never);
    await fixture.whenStable();
    return (fixture.nativeElement as HTMLElement).querySelector('svg')!;
  }

  it('fills it: a unit of the drawing is a pixel, so that words are as large in every place', async () => {
    const svg = await placed(640, 170);
    expect(svg.getAttribute('viewBox')).toBe('0 0 640 170');
    expect(svg.querySelector('.limit')?.getAttribute('d')).toMatch(/ H626$/);
  });
  it('in too small a place is drawn smaller, not to nothing', async () =>
    expect((await placed(90, 20)).getAttribute('viewBox')).toBe('0 0 240 140'));
  it('not laid out yet has a size of its own', async () =>
    expect((await placed(0, 0)).getAttribute('viewBox')).toBe('0 0 520 210'));
});

describe('the frame of charts', () => {
  it('puts values where their axes have them, and keeps what lies outside at the edge', () => {
    const frame = framed(minutes, oxygenAxis(1e-3), room);
    expect([frame.x(0), frame.x(5), frame.x(10), frame.x(99)]).toEqual([10, 60, 110, 110]);
    expect([frame.y(1e-3), frame.y(1e-9), frame.y(0)]).toEqual([100, 100, 100]);
    expect([oxygenAxis(1e-3).say(0), oxygenAxis(1e-3).say(0.05)]).toEqual(['under 0.1 %', '5 %']);
    // Tens are even: from 0.1 to 1 % as far as from 1 to 10 %.
    expect(frame.y(1e-3) - frame.y(1e-2)).toBeCloseTo(frame.y(1e-2) - frame.y(1e-1), 9);
  });

  it('writes the names of curves that end together one below the other', () => {
    const [a, b] = namesOf(curves, framed(minutes, oxygenAxis(1e-3), room));
    expect([a?.y, b?.y]).toEqual([86, 100]);
  });

  it('finds what was read nearest to a place, of each curve', () => {
    expect(Object.fromEntries(nearest(curves, 4.6))).toEqual({ A: [5, 0.02], B: [4, 0.1] });
  });
});

describe('a chart', () => {
  it('is said in words, with its limit', async () => {
    const { root } = await shown();
    expect(root.querySelector('svg')?.getAttribute('aria-label')).toBe('Oxygen falls');
    expect(root.querySelector('.limit-text')?.textContent?.trim()).toBe('limit 1 %');
  });

  it('is read by arrow keys, from reading to reading', async () => {
    const { press } = await shown();
    expect(await press('ArrowRight')).toBe('0 min: A 20 %, B 20 %');
    expect(await press('ArrowRight')).toBe('4 min: A 2 %, B 10 %');
    expect(await press('ArrowLeft')).toBe('0 min: A 20 %, B 20 %');
    expect(await press('ArrowLeft')).toBe('0 min: A 20 %, B 20 %');
    expect(await press('ArrowRight', true)).toBe('10 min: A 0.1 %, B 0.1 %');
    expect(await press('Home')).toBe('0 min: A 20 %, B 20 %');
    expect(await press('Escape')).toBe('');
    expect(await press('ArrowLeft')).toBe('10 min: A 0.1 %, B 0.1 %');
  });

  it('leaves other keys to the page', async () => {
    const { root } = await shown();
    const event = new KeyboardEvent('keydown', { key: 'Tab', cancelable: true, bubbles: true });
    root.querySelector('[role=group]')?.dispatchEvent(event);
    expect(event.defaultPrevented).toBe(false);
  });
});
