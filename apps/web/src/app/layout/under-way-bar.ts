import { ChangeDetectionStrategy, Component } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { underWay } from '../data/under-way';

/** A line at the foot, of the page or of a dialog, for each thing that takes a while, with a way to stop it. */
@Component({
  selector: 'hp-under-way-bar',
  imports: [MatButtonModule, MatProgressBarModule],
  template: `
    @if (underWay().length) {
      <section aria-label="Under way">
        @for (work of underWay(); track work.id) {
          <div class="foot-bar">
            <span role="status">{{ work.words }} …</span>
            <mat-progress-bar mode="indeterminate" [attr.aria-label]="work.words" />
            <button matButton="outlined" (click)="work.stop()">Stop</button>
          </div>
        }
      </section>
    }
  `,
  styles: `
    mat-progress-bar {
      flex: 1;
      min-width: 40px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class UnderWayBar {
  protected readonly underWay = underWay;
}
