import type { ShownSignature } from '@hephaist/contracts/records/signature';
import { call } from './api';

/** Who signed a record. @throws ApiProblem, AwayError */
export const signaturesOf = (recordId: string): Promise<ShownSignature[]> => call('/signatures/:id', { id: recordId });
