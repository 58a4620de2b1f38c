import { computed, signal } from '@angular/core';
import type { Me } from '@hephaist/contracts/exchange/people';
import { signedOut } from './api';

/** Who is signed in; null when nobody is, undefined until the server said. */
export const me = signal<Me | null | undefined>(undefined);

/** The sign-in ended, or there was none: the page waits below until there is one again. */
export const mustSignIn = computed(() => me() === null || signedOut());
