import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { FileSender } from '../data/file-sender';
import type { FieldOf } from './form';
import { Problem } from './problem';

/** A laboratory's report, attached as it came: a PDF or a photograph of it, sent at once. */
@Component({
  selector: 'hp-report-file',
  imports: [MatButtonModule, Problem],
  template: `
    @if (of().value(); as id) {
      <span class="fine">✓ the report is on file</span>
      <a matButton [href]="'/api/pictures/' + id" target="_blank" rel="noopener">Open it</a>
      <button matButton type="button" (click)="of().set('')">Leave it out</button>
    } @else {
      <button matButton="outlined" type="button" [disabled]="busy()" (click)="file.click()">
        {{ busy() ? 'Sending …' : 'Attach the report' }}
      </button>
      <span class="quiet">PDF or photograph, at most 12 MB</span>
    }
    <input
      #file
      class="visually-hidden"
      type="file"
      tabindex="-1"
      aria-label="The laboratory’s report"
      accept="application/pdf,image/jpeg,image/png,image/webp"
      (change)="attach(file)"
    />
    <hp-problem at="laboratory.reportId" />
    @if (failure(); as f) {
      <p class="says-problem" role="alert">✕ {{ f }}</p>
    }
  `,
  styles: `
    :host {
      display: flex;
      flex-wrap: wrap;
      gap: var(--space-4);
      align-items: center;
    }
    p {
      width: 100%;
      margin: 0;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ReportFile {
  /** Id of the report on file; empty where none is attached. */
  readonly of = input.required<FieldOf<string>>();
  private readonly sender = new FileSender();
  protected readonly busy = this.sender.busy;
  protected readonly failure = this.sender.failure;

  protected async attach(picked: HTMLInputElement): Promise<void> {
    const id = await this.sender.send(picked);
    if (id) this.of().set(id);
  }
}
