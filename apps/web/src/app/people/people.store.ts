import type { Device } from '@hephaist/contracts/exchange/hand-on';
import type { ChangePerson, NewPerson, PeopleAnswer, Person } from '@hephaist/contracts/exchange/people';
import { patchState, signalStore, withMethods, withState } from '@ngrx/signals';
import { call, post, put } from '../data/api';

interface PeopleState {
  /** Null until they were read. */
  readonly people: readonly Person[] | null;
  /** The company asks for a second factor of who signs or administers. */
  readonly required: boolean;
  readonly devices: readonly Device[];
}

/** People of the company. Every change is answered with all of them as they stand then. */
export const PeopleStore = signalStore(
  withState<PeopleState>({ people: null, required: false, devices: [] }),
  withMethods((store) => {
    const take = ({ people, secondFactorRequired }: PeopleAnswer): void =>
      patchState(store, { people, required: secondFactorRequired });
    return {
      load: async (): Promise<void> => take(await call('/people')),
      add: async (person: NewPerson): Promise<void> => take(await post('/people', person)),
      change: async (id: string, to: ChangePerson): Promise<void> => take(await put('/people/:id', to, { id })),
      /** Roles that somebody asked for, given by a second. */
      giveRoles: async (id: string): Promise<void> => take(await post('/people/:id/roles/give', {}, { id })),
      require: async (required: boolean): Promise<void> => take(await post('/company/second-factor', { required })),
      secondOff: async (id: string): Promise<void> => take(await post('/people/:id/second-factor/off', {}, { id })),
      loadDevices: async (): Promise<void> => patchState(store, { devices: await call('/devices') }),
      revoke: async (id: string): Promise<void> =>
        patchState(store, { devices: await post('/devices/:id/revoke', {}, { id }) }),
      /** A code that gives a new password once. */
      resetCode: async (id: string): Promise<string> => (await post('/people/:id/reset-code', {}, { id })).code,
    };
  }),
);
