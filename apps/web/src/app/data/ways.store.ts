import { computed, effect, untracked } from '@angular/core';
import { beginWay, type Way } from '@hephaist/core/way/way';
import { patchState, signalStore, withComputed, withHooks, withMethods, withState } from '@ngrx/signals';
import { me } from './who';

const place = (who: string): string => `hephaist.ways.${who}`;

/** Ways that were left at this device; none where they cannot be read. */
function left(who: string): Readonly<Record<string, Way>> {
  try {
    const read = JSON.parse(globalThis.localStorage?.getItem(place(who)) ?? '{}') as Record<string, Partial<Way>>;
    const whole = Object.entries(read).filter(([id, w]) => w.jointId === id && Array.isArray(w.marks));
    return Object.fromEntries(whole.map(([id, w]) => [id, { ...beginWay(id), ...w }]));
  } catch {
    return {};
  }
}

/** Joints in hand at this device, for whoever is signed in: each touch is kept as it is made, over a reload and a crash. */
export const WaysStore = signalStore(
  { providedIn: 'root' },
  withState<{ readonly who: string | null; readonly ways: Readonly<Record<string, Way>>; readonly full: boolean }>({
    who: null,
    ways: {},
    full: false,
  }),
  withComputed((store) => ({
    of: computed(() => {
      const ways = store.ways();
      return (jointId: string): Way => ways[jointId] ?? beginWay(jointId);
    }),
    /** Joints that were begun, the longest in hand first. */
    begun: computed(() =>
      Object.values(store.ways())
        .filter((w) => w.marks.length || w.flameMs !== null)
        .sort((a, b) => (a.marks[0]?.atMs ?? 0) - (b.marks[0]?.atMs ?? 0)),
    ),
  })),
  withMethods((store) => {
    function write(ways: Readonly<Record<string, Way>>): void {
      let full = false;
      try {
        globalThis.localStorage?.setItem(place(store.who() ?? 'nobody'), JSON.stringify(ways));
      } catch {
        // No room, or not allowed: it still stands on the page, and the page says so.
        full = true;
      }
      patchState(store, { ways, full });
    }
    return {
      take: (who: string): void => patchState(store, { who, ways: left(who) }),
      put: (way: Way): void => write({ ...store.ways(), [way.jointId]: way }),
      drop(jointId: string): void {
        const { [jointId]: _gone, ...rest } = store.ways();
        write(rest);
      },
    };
  }),
  withHooks({
    onInit(store) {
      effect(() => {
        const who = me()?.id ?? null;
        untracked(() => {
          if (who !== null && who !== store.who()) store.take(who);
        });
      });
    },
  }),
);
