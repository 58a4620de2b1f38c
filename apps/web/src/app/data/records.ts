import type { Kind, RecordKinds, StoredRecords } from '@hephaist/contracts/records/kinds';
import type { Stored } from '@hephaist/contracts/records/stored';
import { signalStoreFeature, type } from '@ngrx/signals';
import {
  entityConfig,
  type NamedEntityState,
  removeEntities,
  setAllEntities,
  upsertEntities,
  withEntities,
} from '@ngrx/signals/entities';
import { eventGroup, on, withReducer } from '@ngrx/signals/events';

/** Records of a kind that were written here, as they stand now, and the ids of those taken away. */
export interface Written<K extends Kind = Kind> {
  readonly kind: K;
  readonly records: readonly Stored<RecordKinds[K]>[];
  readonly gone: readonly string[];
}

/** What happens to records: whoever holds records of a kind hears of it, whoever did it. */
export const recordEvents = eventGroup({
  source: 'Records',
  events: {
    /** The server answered with all records of some kinds: they take the place of those that stood here. */
    read: type<Partial<StoredRecords>>(),
    /** The server has it. */
    written: type<Written>(),
    /** The server is away: it is held here, and shown as it will stand. */
    held: type<Written>(),
    /** What was held reached the server: what it answered is not known here. */
    delivered: type<void>(),
  },
});

/** Records of one kind as the server stored them, as the entities `<kind>Entities` and `<kind>EntityMap` of a store. */
export function withRecords<K extends Kind>(kind: K) {
  const of = entityConfig({
    entity: type<Stored<RecordKinds[K]>>(),
    collection: kind,
    selectId: (record: Stored<RecordKinds[K]>) => record.data.id,
  });
  const taken = (payload: Written) =>
    payload.kind === kind
      ? [upsertEntities([...(payload as Written<K>).records], of), removeEntities([...payload.gone], of)]
      : [];
  return signalStoreFeature(
    withEntities(of),
    withReducer<NamedEntityState<Stored<RecordKinds[K]>, K>>(
      on(recordEvents.read, ({ payload }) => {
        const all = payload[kind];
        return all ? setAllEntities([...all], of) : [];
      }),
      on(recordEvents.written, recordEvents.held, ({ payload }) => taken(payload)),
    ),
  );
}
