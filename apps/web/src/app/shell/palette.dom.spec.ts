import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { MatDialogRef } from '@angular/material/dialog';
import { Router } from '@angular/router';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Findable } from './findable';
import { Findables } from './findables';
import { Palette } from './palette';

const PRUE: Findable = { id: 'b1', kind: 'brazer', name: 'Prue Akintola', link: ['/follow', 'brazer', 'b1'] };

/** A palette whose server answers when `answer` is called. */
function opened(finds: readonly Findable[], here: readonly Findable[] = []) {
  const all = signal<readonly Findable[]>(here);
  let settle: () => void = () => undefined;
  const went: unknown[] = [];
  TestBed.configureTestingModule({
    providers: [
      { provide: Findables, useValue: { all, seek: () => new Promise<void>((done) => (settle = done)) } },
      { provide: MatDialogRef, useValue: { close: () => undefined } },
      { provide: Router, useValue: { navigate: (to: unknown) => went.push(to) } },
    ],
  });
  const fixture = TestBed.createComponent(Palette);
  fixture.detectChanges();
  const root = fixture.nativeElement as HTMLElement;
  const box = root.querySelector('input')!;
  const press = (key: string): void => {
    box.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }));
    fixture.detectChanges();
  };
  const type = (text: string): void => {
    box.value = text;
    box.dispatchEvent(new Event('input', { bubbles: true }));
    fixture.detectChanges();
  };
  const answer = async (): Promise<void> => {
    await vi.advanceTimersByTimeAsync(200);
    all.set(finds);
    settle();
    await vi.advanceTimersByTimeAsync(1);
    fixture.detectChanges();
  };
  return { went, press, type, answer, says: () => root.querySelector('[role=status]')?.textContent?.trim() };
}

describe('what finds', () => {
  beforeEach(() => void vi.useFakeTimers());
  afterEach(() => void vi.useRealTimers());

  it('goes to the first answer when Enter came before it', async () => {
    const p = opened([PRUE]);
    p.type('prue');
    p.press('Enter');
    expect(p.says()).toBe('Looking …');
    expect(p.went).toEqual([]);
    await p.answer();
    expect(p.went).toEqual([PRUE.link]);
  });

  it('does not take a weak find while a better one may come, and takes at once what begins as it was typed', async () => {
    const word: Findable = { id: 'w', kind: 'word', name: 'Cartridge brass 1', link: ['/words'] };
    const rig: Findable = { id: 'r', kind: 'rig', name: 'Cart 1', link: ['/rigs'] };
    const weak = opened([rig, word], [word]);
    weak.type('cart 1');
    weak.press('Enter');
    expect(weak.went).toEqual([]);
    await weak.answer();
    expect(weak.went).toEqual([rig.link]);
    TestBed.resetTestingModule();
    const strong = opened([], [rig]);
    strong.type('cart');
    strong.press('Enter');
    expect(strong.went).toEqual([rig.link]);
  });

  it('says that nothing answers only once that is known, and goes nowhere by an Enter of another text', async () => {
    const p = opened([]);
    p.type('prue');
    p.press('Enter');
    await p.answer();
    expect(p.says()).toBe('Nothing answers to that.');
    p.type('zz');
    p.press('Enter');
    p.type('prue');
    await p.answer();
    expect(p.went).toEqual([]);
  });
});
