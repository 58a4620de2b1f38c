import { ChangeDetectionStrategy, Component, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { describe, expect, it } from 'vitest';
import { Cell } from './cell';
import { type Column, Table } from './table';

interface Row {
  readonly mark: string;
  readonly passes: boolean;
}

@Component({
  imports: [Table, Cell],
  template: `
    <hp-table [rows]="rows()" [columns]="columns" [current]="isOpen" (opened)="open.set($event.mark)" empty="None.">
      <ng-template hpCell="how" [rows]="rows()" let-r let-i="index"
        ><input [value]="i + ' ' + (r.passes ? 'well' : 'badly')"
      /></ng-template>
    </hp-table>
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
class Sample {
  readonly rows = signal<readonly Row[]>([]);
  readonly open = signal('');
  readonly isOpen = (r: Row): boolean => r.mark === this.open();
  readonly columns: readonly Column<Row>[] = [
    { id: 'mark', head: 'Mark', text: (r) => r.mark, opens: true },
    {
      id: 'passes',
      head: 'Verdict',
      text: (r) => (r.passes ? 'passes' : 'fails'),
      tone: (r) => (r.passes ? 'fine' : 'refused'),
    },
    { id: 'how', head: 'How', quiet: true },
  ];
}

async function shown() {
  const fixture = TestBed.createComponent(Sample);
  const root = fixture.nativeElement as HTMLElement;
  await fixture.whenStable();
  return { fixture, sample: fixture.componentInstance, root };
}

describe('a table', () => {
  it('heads its columns, one of them only for who listens, and says so where nothing stands', async () => {
    const { root } = await shown();
    expect([...root.querySelectorAll('th')].map((h) => h.textContent?.trim())).toEqual(['Mark', 'Verdict', 'How']);
    expect(root.querySelector('th:last-child .visually-hidden')).not.toBeNull();
    expect(root.querySelector('tbody')?.textContent?.trim()).toBe('None.');
  });

  it('says each cell, in its tone, by its text or by what it is given', async () => {
    const { fixture, sample, root } = await shown();
    sample.rows.set([{ mark: 'PF-01', passes: false }]);
    await fixture.whenStable();
    const cells = [...root.querySelectorAll('td')];
    expect(cells.map((c) => c.textContent?.trim())).toEqual(['PF-01', 'fails', '']);
    expect(cells[1]?.classList).toContain('refused');
    expect(cells[2]?.querySelector('input')?.value).toBe('0 badly');
  });

  it('opens a row by its button and marks it', async () => {
    const { fixture, sample, root } = await shown();
    sample.rows.set([
      { mark: 'PF-01', passes: true },
      { mark: 'PF-02', passes: true },
    ]);
    await fixture.whenStable();
    root.querySelectorAll('button')[1]?.click();
    await fixture.whenStable();
    expect(sample.open()).toBe('PF-02');
    expect([...root.querySelectorAll('tr.picked button')].map((b) => b.getAttribute('aria-current'))).toEqual(['true']);
  });

  it('keeps a field where it is while its row changes, and with it the focus', async () => {
    const { fixture, sample, root } = await shown();
    document.body.append(root);
    sample.rows.set([{ mark: 'PF-01', passes: true }]);
    await fixture.whenStable();
    const box = root.querySelector('input');
    box?.focus();
    sample.rows.set([{ mark: 'PF-01', passes: false }]);
    await fixture.whenStable();
    expect(root.querySelector('input')).toBe(box);
    expect(document.activeElement).toBe(box);
    expect(box?.value).toBe('0 badly');
  });
});
