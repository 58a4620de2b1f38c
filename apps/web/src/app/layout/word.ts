import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatMenuModule } from '@angular/material/menu';
import { RouterLink } from '@angular/router';
import { meaningOf } from '@hephaist/core/words/glossary';
import { UnitsStore } from '../units/units.store';

/** A word of the trade with its meaning one touch away: `<hp-word term="Overlap">Overlap, governing</hp-word>`. */
@Component({
  selector: 'hp-word',
  imports: [MatMenuModule, RouterLink],
  template: `
    <button type="button" [matMenuTriggerFor]="menu" [attr.aria-label]="term() + ': what it means'">
      <ng-content />
    </button>
    <mat-menu #menu="matMenu" class="word-menu">
      <p class="meaning">
        <strong>{{ term() }}</strong><br />{{ meaning() }}
      </p>
      <a mat-menu-item routerLink="/words" [queryParams]="{ find: term() }">All words</a>
    </mat-menu>
  `,
  styles: `
    button {
      all: unset;
      cursor: help;
      text-decoration: underline dotted var(--line-strong);
      text-underline-offset: 3px;
    }
    button:focus-visible {
      outline: 2px solid var(--copper);
      outline-offset: 2px;
    }
    .meaning {
      margin: 0;
      padding: var(--space-4) var(--space-6);
      max-width: 34ch;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WordOf {
  readonly term = input.required<string>();
  private readonly units = inject(UnitsStore);
  protected readonly meaning = computed(() => this.units.say(meaningOf(this.term()) ?? ''));
}
