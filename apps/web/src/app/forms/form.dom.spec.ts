import { computed, signal } from '@angular/core';
import { describe, expect, it } from 'vitest';
import { ApiProblem } from '../data/api';
import { Form } from './form';

const refused = (fields: readonly { field: string; says: string }[]) => () =>
  Promise.reject(new ApiProblem({ title: 'No', status: 422, detail: 'in words', fields }));

function joint() {
  const draft = signal({ mark: '', size: '7/8', standard: 'acr' });
  const form: Form<{ mark: string; size: string; standard: string }> = new Form(draft, {
    tried: () => (draft().mark ? [] : [{ field: 'mark', says: 'give it a mark' }]),
    now: () => (draft().size === 'huge' ? [{ field: 'tube.size', says: 'no such size' }] : []),
    follow: (next, change) => (change.standard ? { ...next, size: '1/2' } : next),
  });
  return { draft, form };
}

describe('a form', () => {
  it('says at once what cannot be, and what is missing only once somebody tried', async () => {
    const { form } = joint();
    expect(form.problems()).toEqual([]);
    form.f.size.set('huge');
    expect(form.problem('tube.size')).toBe('no such size');
    form.f.size.set('7/8');
    let sent = 0;
    expect(await form.submit(() => Promise.resolve((sent += 1)))).toBe(false);
    expect([sent, form.problem('mark'), form.refusals()]).toEqual([0, 'give it a mark', 1]);
    form.f.mark.set('PF-01');
    expect(form.problem('mark')).toBeNull();
    expect(await form.submit(() => Promise.resolve((sent += 1)))).toBe(true);
    expect(sent).toBe(1);
  });

  it('keeps what the server told until that field is changed, and nothing typed is lost', async () => {
    const { draft, form } = joint();
    form.set({ mark: 'PF-01' });
    await form.submit(
      refused([
        { field: 'mark', says: 'taken' },
        { field: 'tube.size', says: 'not held' },
      ]),
    );
    expect([form.problem('mark'), form.problem('tube.size'), draft().mark]).toEqual(['taken', 'not held', 'PF-01']);
    form.mended('tube');
    expect([form.problem('mark'), form.problem('tube.size')]).toEqual(['taken', null]);
  });

  it('shows apart what no field shows', async () => {
    const { form } = joint();
    form.set({ mark: 'PF-01' });
    const hide = form.shows('tube');
    await form.submit(
      refused([
        { field: 'tube.size', says: 'not held' },
        { field: 'jobId', says: 'gone' },
      ]),
    );
    expect(form.others().map((p) => p.field)).toEqual(['jobId']);
    hide();
    expect(form.others().map((p) => p.field)).toEqual(['tube.size', 'jobId']);
  });

  it('lets one change carry others with it, and hands its fields out one and the same', () => {
    const { draft, form } = joint();
    form.f.standard.set('type-l');
    expect(draft()).toEqual({ mark: '', size: '1/2', standard: 'type-l' });
    expect(form.f.size).toBe(form.f.size);
    expect(computed(() => form.f.size.value())()).toBe('1/2');
  });

  it('is not sent twice while it is under way, and forgets what was tried with another thing', async () => {
    const of = signal('PF-01');
    const draft = signal({ note: '' });
    const form = new Form(draft, { tried: () => [], key: () => of() });
    let sent = 0;
    const slow = () => new Promise<void>((done) => setTimeout(() => done(void (sent += 1)), 5));
    expect(await Promise.all([form.submit(slow), form.submit(slow)])).toEqual([true, false]);
    expect([sent, form.tried()]).toEqual([1, true]);
    of.set('PF-02');
    expect(form.tried()).toBe(false);
  });

  it('keeps what stands now where somebody else was quicker', async () => {
    const { form } = joint();
    form.set({ mark: 'PF-01' });
    const current = [{ version: 3, data: { id: 'x' } }];
    await form.submit(() => Promise.reject(new ApiProblem({ title: 'No', status: 409, detail: 'changed', current })));
    expect(form.clash()).toEqual(current[0]);
    form.settle();
    expect([form.clash(), form.tried()]).toEqual([null, false]);
  });

  it('tells a signature’s refusal at the fields too, and the dialog hears of it', async () => {
    const { form } = joint();
    await expect(form.telling(refused([{ field: 'mark', says: 'taken' }]))).rejects.toThrow('in words');
    expect(form.problem('mark')).toBe('taken');
  });
});
