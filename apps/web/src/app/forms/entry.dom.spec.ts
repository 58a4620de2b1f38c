import { ChangeDetectionStrategy, Component, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { describe, expect, it } from 'vitest';
import { Entry } from './entry';
import { Form } from './form';
import { FormEnd } from './form-end';
import { FormOf } from './form-of';
import { Pick } from './pick';

@Component({
  imports: [Entry, Pick, FormOf, FormEnd],
  template: `
    <form [hpForm]="form" (sent)="save()">
      <hp-entry label="Joint mark" [of]="form.f.mark" />
      <hp-entry label="Depth" unit="in" kind="decimal" [of]="form.f.depth" at="socket.depthM" />
      <hp-pick label="Kind" none="choose …" [options]="kinds" [of]="form.f.kind" />
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
  readonly draft = signal({ mark: '', depth: '', kind: '' });
  readonly form = new Form(this.draft, {
    tried: () => [
      ...(this.draft().mark ? [] : [{ field: 'mark', says: 'give it a mark' }]),
      ...(this.draft().kind ? [] : [{ field: 'kind', says: 'say which' }]),
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
