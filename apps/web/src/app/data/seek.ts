import type { FollowLink } from '@hephaist/contracts/exchange/followed';
import { call } from './api';

/** What a mark, name, number or lot leads to, anywhere in the company. */
export const seek = (sought: string): Promise<FollowLink[]> => call('/follow', {}, { sought });
