import { ChangeDetectionStrategy, Component, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { describe, expect, it } from 'vitest';
import { Either } from './either';
import { Entry } from './entry';
import { Form } from './form';
import { FormEnd } from './form-end';
import { FormOf } from './form-of';
import { Pick } from './pick';

@Component({
  imports: [Either, Entry, Pick, FormOf, FormEnd],
  template: `
    <form [hpForm]="form" (sent)="save()">
      <hp-entry label="Joint mark" [of]="form.f.mark" />
      <hp-entry label="Depth" unit="in" kind="decimal" [of]="form.f.depth" at="socket.depthM" />
      <hp-pick label="Kind" none="choose …" [options]="kinds" [of]="form.f.kind" />
      <hp-either label="Bore" [options]="bores" [of]="form.f.bore" />
      <hp-form-end does="Save" />
    </form>
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
class Sample {
  readonly kinds = [
    { id: 'stub', name: 'stub of a part' },
    { id: 'valve', name: 'valve' },
  ];
  readonly bores = [
    { id: 'bright', name: 'bright' },
    { id: 'oxide', name: 'oxide in it' },
  ];
  readonly draft = signal({ mark: '', depth: '', kind: '', bore: '' });
  readonly form = new Form(this.draft, {
    tried: () => [
      ...(this.draft().mark ? [] : [{ field: 'mark', says: 'give it a mark' }]),
      ...(this.draft().kind ? [] : [{ field: 'kind', says: 'say which' }]),
      ...(this.draft().bore ? [] : [{ field: 'bore', says: 'look inside' }]),
    ],
    now: () => (this.draft().depth === 'deep' ? [{ field: 'socket.depthM', says: 'a number' }] : []),
  });
  sent = 0;
  save(): Promise<boolean> {
    return this.form.submit(() => Promise.resolve((this.sent += 1)));
  }
}

async function shown() {
  const fixture = TestBed.createComponent(Sample);
  await fixture.whenStable();
  const root = fixture.nativeElement as HTMLElement;
  document.body.append(root);
  const box = (label: string): HTMLInputElement => {
    const found = [...root.querySelectorAll('label')].find((l) => l.textContent?.startsWith(label));
    return root.querySelector(`#${found?.htmlFor ?? ''}`) as HTMLInputElement;
  };
  const type = async (label: string, text: string): Promise<void> => {
    box(label).value = text;
    box(label).dispatchEvent(new Event('input', { bubbles: true }));
    await fixture.whenStable();
  };
  const submit = async (): Promise<void> => {
    root.querySelector('form')?.dispatchEvent(new Event('submit', { cancelable: true }));
    await fixture.whenStable();
  };
  return { fixture, root, box, type, submit, sample: fixture.componentInstance };
}

describe('entries of a form', () => {
  it('write into the draft, and say their unit in their label', async () => {
    const { box, type, sample } = await shown();
    expect(box('Depth').labels?.[0]?.textContent).toBe('Depth (in)');
    await type('Joint mark', 'PF-01');
    expect(sample.draft().mark).toBe('PF-01');
  });

  it('show a problem at its field, tied to it for who listens, until it is mended', async () => {
    const { root, box, type } = await shown();
    await type('Depth', 'deep');
    const error = root.querySelector('mat-error');
    expect(error?.textContent).toContain('a number');
    expect(box('Depth').getAttribute('aria-invalid')).toBe('true');
    expect(box('Depth').getAttribute('aria-describedby')).toContain(error?.id ?? 'none');
    await type('Depth', '0.5');
    expect(root.querySelector('mat-error')).toBeNull();
    expect(box('Depth').getAttribute('aria-invalid')).toBe('false');
  });

  it('take the focus where the first is refused, and send nothing; what was typed stays', async () => {
    const { root, box, type, submit, sample } = await shown();
    await type('Depth', '0.5');
    await submit();
    expect(sample.sent).toBe(0);
    expect(document.activeElement).toBe(box('Joint mark'));
    expect([...root.querySelectorAll('mat-error')].map((e) => e.textContent?.trim())).toEqual([
      '✕ give it a mark',
      '✕ say which',
    ]);
    await type('Joint mark', 'PF-01');
    await submit();
    expect(document.activeElement?.getAttribute('aria-label')).toBe('Kind');
    expect(box('Depth').value).toBe('0.5');
  });

  it('a choice that stands open is made by one touch; refused, it says why and is come to', async () => {
    const { root, fixture, type, submit, sample } = await shown();
    const group = root.querySelector('[role="radiogroup"]') as HTMLElement;
    const radios = [...group.querySelectorAll<HTMLElement>('[role="radio"]')];
    expect(group.getAttribute('aria-label')).toBe('Bore');
    expect(radios.map((r) => r.getAttribute('aria-checked'))).toEqual(['false', 'false']);
    await type('Joint mark', 'PF-01');
    sample.form.set({ kind: 'valve' });
    await submit();
    expect(document.activeElement).toBe(radios[0]);
    expect(group.getAttribute('aria-invalid')).toBe('true');
    const said = document.getElementById(group.getAttribute('aria-describedby') ?? '');
    expect(said?.textContent).toContain('look inside');
    radios[1]?.click();
    await fixture.whenStable();
    expect(sample.draft().bore).toBe('oxide');
    expect(radios.map((r) => r.getAttribute('aria-checked'))).toEqual(['false', 'true']);
    expect(group.getAttribute('aria-invalid')).toBeNull();
    await submit();
    expect(sample.sent).toBe(1);
  });

  it('hold the options of a select back until it is come to', async () => {
    const { root, fixture, sample } = await shown();
    const select = root.querySelector('mat-select') as HTMLElement;
    select.dispatchEvent(new FocusEvent('focusin', { bubbles: true }));
    await fixture.whenStable();
    select.click();
    await fixture.whenStable();
    const options = [...document.querySelectorAll('mat-option')];
    expect(options.map((o) => o.textContent?.trim())).toEqual(['choose …', 'stub of a part', 'valve']);
    (options[1] as HTMLElement).click();
    await fixture.whenStable();
    expect(sample.draft().kind).toBe('stub');
  });
});
