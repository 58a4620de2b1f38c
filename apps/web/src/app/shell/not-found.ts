import { ChangeDetectionStrategy, Component } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Header } from './header';

@Component({
  selector: 'hp-not-found',
  imports: [Header, RouterLink],
  template: `
    <hp-header />
    <main>
      <h1>Nothing stands at this address.</h1>
      <p><a routerLink="/jobs">All jobs</a></p>
    </main>
  `,
  styles: `
    main {
      margin: var(--space-9) auto;
      max-width: 50ch;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class NotFound {}
