import { signal } from '@angular/core';

/** The job whose records stand in the stores; null where none is open. */
export const openJob = signal<string | null>(null);
