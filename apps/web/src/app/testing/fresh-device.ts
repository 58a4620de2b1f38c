import { IDBFactory } from 'fake-indexeddb';
import { afterEach, beforeEach, vi } from 'vitest';
import { fromDevice } from '../data/answers';
import { signedOut } from '../data/api';
import { me } from '../data/who';

import 'fake-indexeddb/auto';

/** Each test begins on a device that keeps nothing, with nobody signed in; what stood in for the network goes after it. */
export function onFreshDevice(): void {
  beforeEach(() => {
    globalThis.indexedDB = new IDBFactory();
    localStorage.clear();
    sessionStorage.clear();
    signedOut.set(false);
    fromDevice.set(null);
    me.set(undefined);
  });
  afterEach(() => vi.unstubAllGlobals());
}
