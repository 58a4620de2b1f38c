import { labelText } from '@hephaist/core/coupons/traveller';
import { describe, expect, it } from 'vitest';
import { jointLabel, readLabel } from './label.js';

const jobId = '01900000-0000-7000-8000-000000001000';
const id = '01900000-0000-7000-8000-000000001002';

describe('what a label says', () => {
  it('a joint’s leads to the joint, whatever name the server goes by today', () => {
    const text = jointLabel('https://shop.example', { jobId, id });
    expect(text).toBe(`https://shop.example/job/${jobId}/at/${id}`);
    expect(readLabel(text)).toEqual({ of: 'joint', jobId, jointId: id });
    expect(readLabel(jointLabel('http://127.0.0.1:8420', { jobId, id }))).toMatchObject({ jointId: id });
  });
  it('a coupon’s leads to the coupon', () =>
    expect(readLabel(labelText('C-010', '2', '07', 'horizontal'))).toEqual({ of: 'coupon', number: 'C-010' }));
  it.each([
    'LOT R-500',
    '',
    'https://shop.example/',
    `https://shop.example/job/${jobId}/at/not-an-id`,
    `https://shop.example/job/${jobId}/at/${id}/more`,
    `javascript:/job/${jobId}/at/${id}`,
    `/job/${jobId}/at/${id}`,
  ])('%j is no label of ours', (text) => expect(readLabel(text)).toBeNull());
});
