import { TestBed } from '@angular/core/testing';
import { MAT_DIALOG_DATA, MatDialogRef } from '@angular/material/dialog';
import type { Joint } from '@hephaist/contracts/records/joint';
import { describe, expect, it, vi } from 'vitest';
import { JobStore } from '../data/job.store';
import { demoServer, file, job } from '../testing/demo-server';
import { onFreshDevice } from '../testing/fresh-device';
import { soon } from '../testing/soon';
import { JointForm } from './joint-form';

onFreshDevice();

/** The form of a joint of the demo, or of a new one, and what a hand does in it. */
async function opened(joint: Joint | null = null) {
  const api = demoServer();
  const close = vi.fn();
  TestBed.configureTestingModule({
    providers: [
      { provide: MAT_DIALOG_DATA, useValue: { joint, fresh: joint === null } },
      {
        provide: MatDialogRef,
        useValue: { close, disableClose: false, backdropClick: () => ({ subscribe: vi.fn() }) },
      },
    ],
  });
  await TestBed.inject(JobStore).load(job);
  const fixture = TestBed.createComponent(JointForm);
  await fixture.whenStable();
  const root = fixture.nativeElement as HTMLElement;
  document.body.append(root);
  const form = fixture.componentInstance['form'];
  const box = (label: string): HTMLInputElement => {
    const found = [...root.querySelectorAll('hp-entry')].find((e) => e.textContent?.includes(label));
    return found?.querySelector('input') as HTMLInputElement;
  };
  return {
    api,
    close,
    root,
    box,
    /** Picks as the selects do. */
    pick: async (change: Parameters<typeof form.set>[0]): Promise<void> => {
      form.set(change);
      await fixture.whenStable();
    },
    type: async (label: string, text: string): Promise<void> => {
      box(label).value = text;
      box(label).dispatchEvent(new Event('input', { bubbles: true }));
      await fixture.whenStable();
    },
    send: async (): Promise<void> => {
      root.querySelector('form')?.dispatchEvent(new Event('submit', { bubbles: true, cancelable: true }));
      await soon(() => expect(form.busy()).toBe(false));
      await fixture.whenStable();
    },
  };
}

describe('the form of a joint', () => {
  it.each([
    ['-3', 'above 0 and at most 0.079 in'],
    ['0', 'above 0 and at most 0.079 in'],
    ['0.08', 'above 0 and at most 0.079 in'],
    ['three thou', 'Gap per side must be a number'],
    ['', 'Gap per side'],
  ])('a gap of "%s" is refused at its field, and nothing is sent', async (text, says) => {
    const { api, pick, type, send, box } = await opened();
    await pick({ mode: 'stated' });
    await type('Gap per side', text);
    await send();
    expect(box('Gap per side').closest('hp-entry')?.textContent).toContain(says);
    expect(box('Gap per side').value).toBe(text);
    expect(box('Gap per side').getAttribute('aria-invalid')).toBe('true');
    expect(api.commands).toEqual([]);
  });

  it('takes a decimal comma, and keeps what was typed when the server refuses the mark', async () => {
    const { api, pick, type, send, box, close } = await opened();
    await type('Joint mark', 'PF-01');
    await pick({ mode: 'stated' });
    await type('Gap per side', '0,003');
    const says = 'this mark is already used in the job';
    api.next.refusal = { title: 'Check', status: 422, detail: says, fields: [{ field: 'mark', says }] };
    await send();
    expect(box('Joint mark').closest('hp-entry')?.textContent).toContain(says);
    expect(box('Gap per side').value).toBe('0,003');
    expect(close).not.toHaveBeenCalled();
    await type('Joint mark', 'PF-99');
    await send();
    const sent = api.commands[0]?.records[0]?.data as Joint;
    expect(sent).toMatchObject({ mark: 'PF-99', fitUp: { mode: 'stated', gapSideM: 0.003 * 0.0254 } });
    expect(close).toHaveBeenCalled();
  });

  it('says before it is sent that a tube without a socket table must be measured', async () => {
    const { root, pick } = await opened();
    await pick({ standardId: 'acr-coil' });
    await pick({ size: '1/4', mode: 'nominal' });
    expect(root.textContent).toContain('no socket table for this size: measure the tube and the socket');
  });

  it('another line gives a new joint the next free mark of its own', async () => {
    const { box, pick } = await opened();
    const line = file.lines[1]!;
    await pick({ lineId: line.id });
    const marks = file.joints.map((j) => j.mark);
    expect(box('Joint mark').value.startsWith(`${line.prefix}-`)).toBe(true);
    expect(marks).not.toContain(box('Joint mark').value);
  });

  it('of two who change different fields of a joint, both stand, and nobody is asked', async () => {
    const joint = file.joints.find((j) => j.mark === 'PF-07')!;
    const { api, type, send, close } = await opened(joint);
    await type('Joint mark', 'PF-07b');
    const theirs = { version: 5, data: { ...joint, note: 'seen by another' } };
    api.next.refusal = { title: 'Changed', status: 409, detail: 'Someone else', current: [theirs] };
    await send();
    await soon(() => expect(close).toHaveBeenCalled());
    expect(api.commands[0]?.records).toEqual([{ seen: 5, data: { ...theirs.data, mark: 'PF-07b' } }]);
  });

  it('of two who change a joint the second sees both sides, and may save over it', async () => {
    const joint = file.joints.find((j) => j.mark === 'PF-07')!;
    const { api, root, type, send, close } = await opened(joint);
    await type('Joint mark', 'PF-07b');
    const theirs = { version: 5, data: { ...joint, mark: 'PF-7x' } };
    api.next.refusal = { title: 'Changed', status: 409, detail: 'Someone else', current: [theirs] };
    await send();
    expect(root.querySelector('hp-clash')?.textContent).toContain('PF-7x');
    expect(root.querySelector('hp-clash')?.textContent).toContain('PF-07b');
    const choices = [...root.querySelectorAll<HTMLButtonElement>('hp-clash button')];
    choices.find((b) => b.textContent?.includes('Save what was chosen'))?.click();
    await soon(() => expect(close).toHaveBeenCalled());
    expect(api.commands[0]?.records).toEqual([{ seen: 5, data: { ...joint, mark: 'PF-07b' } }]);
  });
});
