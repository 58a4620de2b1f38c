import { ContractError } from '@hephaist/contracts/schemas/parse';
import { byWords, isHonestBy } from '@hephaist/contracts/schemas/told';
import type { RecordStore } from './store.js';

/** What is done is done by who is signed in, or is marked as told. @throws ContractError at `by` */
export function checkBy({ by: { person } }: RecordStore, by: string): void {
  if (!isHonestBy(by, person))
    throw new ContractError([
      { field: 'by', says: `"${person}", who is signed in; somebody else as "${byWords(by, person)}"` },
    ]);
}
