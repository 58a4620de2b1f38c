import { computed, inject, type Signal } from '@angular/core';
import { CrewStore } from './crew.store';
import { me } from './who';

/** Names that are offered wherever one is asked: who is signed in, then the brazers. Made where things are injected. */
export function namesOffered(): Signal<readonly string[]> {
  const crew = inject(CrewStore);
  return computed(() => [...new Set([me()?.person ?? '', ...crew.brazers().map((b) => b.name)])].filter(Boolean));
}
