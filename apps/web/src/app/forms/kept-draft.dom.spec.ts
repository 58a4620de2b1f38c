import { ChangeDetectionStrategy, Component, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import type { Me } from '@hephaist/contracts/exchange/people';
import { beforeEach, describe, expect, it } from 'vitest';
import { me } from '../data/who';
import { UnitsStore } from '../units/units.store';
import { Clash } from './clash';
import { Entry } from './entry';
import { Form } from './form';
import { FormEnd } from './form-end';
import { FormOf } from './form-of';

const EMPTY = { mark: '', depth: '' };

@Component({
  imports: [Entry, FormOf, FormEnd],
  template: `
    <form [hpForm]="form">
      <hp-entry label="Joint mark" [of]="form.f.mark" />
      <hp-form-end does="Save" />
    </form>
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
class Sample {
  readonly of = signal('one');
  readonly draft = signal(EMPTY);
  readonly form: Form<typeof EMPTY> = new Form(this.draft, { keep: () => this.of() });
}

/** The page as it opens: after a click elsewhere, or a reload. */
async function opened() {
  const fixture = TestBed.createComponent(Sample);
  await fixture.whenStable();
  const root = fixture.nativeElement as HTMLElement;
  return { form: fixture.componentInstance.form, of: fixture.componentInstance.of, root, fixture };
}

const signedIn = (id: string): void => me.set({ id } as Me);

beforeEach(() => {
  localStorage.clear();
  signedIn('orla');
});

describe('a draft that is kept', () => {
  it('stands there again after a click elsewhere, and says so; begun anew it is gone', async () => {
    (await opened()).form.f.mark.set('PF-01');
    const again = await opened();
    expect(again.form.draft().mark).toBe('PF-01');
    expect(again.root.textContent).toContain('What you typed before stands here again');
    again.root.querySelector<HTMLButtonElement>('form button[type=button]')?.click();
    await again.fixture.whenStable();
    expect(again.form.draft()).toEqual(EMPTY);
    expect((await opened()).form.takenUp()).toBe(false);
  });

  it('is gone once it was sent, and stays where it was not: refused, or not signed', async () => {
    const { form } = await opened();
    form.f.mark.set('PF-01');
    await form.submit(() => Promise.reject(new Error('away')));
    await form.submit(() => Promise.resolve(false));
    expect((await opened()).form.draft().mark).toBe('PF-01');
    await form.submit(() => Promise.resolve());
    expect((await opened()).form.draft()).toEqual(EMPTY);
  });

  it('belongs to one thing and to one person, and takes up only fields that there are', async () => {
    const first = await opened();
    first.form.f.mark.set('PF-01');
    first.of.set('two');
    await first.fixture.whenStable();
    expect(first.form.takenUp()).toBe(false);
    signedIn('wren');
    expect((await opened()).form.draft()).toEqual(EMPTY);
    signedIn('orla');
    localStorage.setItem('hephaist.drafts.orla', JSON.stringify({ 'one in us': { mark: 'X', colour: 'red' } }));
    expect((await opened()).form.draft()).toEqual({ mark: 'X', depth: '' });
    localStorage.setItem('hephaist.drafts.orla', '{');
    expect((await opened()).form.draft()).toEqual(EMPTY);
  });
});

@Component({
  imports: [Clash],
  template: `<hp-clash [form]="$any(form)" [theirs]="theirs" [labels]="labels" (settled)="settled = settled + 1" />`,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
class Two {
  readonly draft = signal({ mark: 'PF-01', depth: '1', bands: { min: '1', max: '2' } });
  readonly form = new Form(this.draft);
  readonly theirs = { mark: 'PF-02', depth: '1', bands: { min: '1', max: '3' } };
  readonly labels = { mark: 'Mark', depth: 'Depth', bands: 'Bands' };
  settled = 0;
}

describe('two who wrote the same', () => {
  it('sees both sides of what differs, takes either for each field, and gets back what was typed', async () => {
    const fixture = TestBed.createComponent(Two);
    await fixture.whenStable();
    const root = fixture.nativeElement as HTMLElement;
    const press = async (label: string, word: string): Promise<void> => {
      const group = [...root.querySelectorAll('mat-button-toggle-group')].find((g) => g.ariaLabel?.startsWith(label));
      [...(group?.querySelectorAll('button') ?? [])].find((b) => b.textContent?.includes(word))?.click();
      await fixture.whenStable();
    };
    const rows = [...root.querySelectorAll('tbody tr')].map((r) => r.textContent ?? '');
    expect(rows).toHaveLength(2);
    expect(rows[0]).toContain('PF-01');
    expect(rows[0]).toContain('PF-02');
    expect(rows[1]).toContain('1 to 3');
    const { draft } = fixture.componentInstance;
    await press('Mark', 'theirs');
    expect(draft()).toMatchObject({ mark: 'PF-02', bands: { max: '2' } });
    await press('Bands', 'theirs');
    await press('Mark', 'mine');
    expect(draft()).toMatchObject({ mark: 'PF-01', bands: { max: '3' } });
    [...root.querySelectorAll('button')].find((b) => b.textContent?.includes('Save what was chosen'))?.click();
    expect(fixture.componentInstance.settled).toBe(1);
  });
});

describe('a draft and the units it was typed in', () => {
  it('is not taken up where other units are shown, and stands there again in its own', async () => {
    const units = TestBed.inject(UnitsStore);
    units.use('us');
    (await opened()).form.f.depth.set('0.5');
    units.use('metric');
    expect((await opened()).form.draft().depth).toBe('');
    units.use('us');
    expect((await opened()).form.draft().depth).toBe('0.5');
  });
});
