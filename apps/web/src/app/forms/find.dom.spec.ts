import { ChangeDetectionStrategy, Component, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { describe, expect, it } from 'vitest';
import { Find } from './find';

@Component({
  imports: [Find],
  template: `<hp-find label="Joint" [options]="joints" [(value)]="joint" />`,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
class Sample {
  readonly joints = Array.from({ length: 10_000 }, (_, i) => ({ id: `id-${i}`, name: `PF-${i} · 1-1/8, copper` }));
  readonly joint = signal('id-7');
}

async function shown() {
  const fixture = TestBed.createComponent(Sample);
  await fixture.whenStable();
  const root = fixture.nativeElement as HTMLElement;
  document.body.append(root);
  const box = root.querySelector('input') as HTMLInputElement;
  box.focus();
  const type = async (text: string): Promise<void> => {
    box.value = text;
    box.dispatchEvent(new Event('input', { bubbles: true }));
    await fixture.whenStable();
  };
  return { fixture, sample: fixture.componentInstance, root, box, type };
}
const offered = () => [...document.querySelectorAll<HTMLElement>('mat-option')];

describe('a choice among many', () => {
  it('shows what is chosen, and makes no more options than are read', async () => {
    const { box, type } = await shown();
    expect(box.value).toBe('PF-7 · 1-1/8, copper');
    await type('PF-');
    expect(offered()).toHaveLength(60);
  });

  it('is found by a part of its name', async () => {
    const { fixture, sample, type } = await shown();
    await type('pf-9876');
    expect(offered().map((o) => o.textContent?.trim())).toEqual(['PF-9876 · 1-1/8, copper']);
    offered()[0]?.click();
    await fixture.whenStable();
    expect(sample.joint()).toBe('id-9876');
  });

  it('says what matches nothing, keeps it, and leaves the choice as it was', async () => {
    const { sample, root, box, type } = await shown();
    await type('OX');
    expect(root.querySelector('mat-error')?.textContent).toContain('nothing here has that in its name');
    expect([box.value, sample.joint()]).toEqual(['OX', 'id-7']);
  });

  it('takes a mark that was typed whole when it is left', async () => {
    const { fixture, sample, box, type } = await shown();
    await type('pf-12');
    box.dispatchEvent(new FocusEvent('blur'));
    await fixture.whenStable();
    expect(sample.joint()).toBe('id-12');
  });
});
