import { ChangeDetectionStrategy, Component } from '@angular/core';
import { RouterOutlet } from '@angular/router';

/** What a page stands in that has no main part of its own. */
@Component({
  selector: 'hp-in-main',
  imports: [RouterOutlet],
  template: `<main><router-outlet /></main>`,
  styles: `
    :host,
    main {
      display: flex;
      flex-direction: column;
      flex: 1;
      min-height: 0;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class InMain {}
