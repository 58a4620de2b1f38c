import { labelText } from '@hephaist/core/coupons/traveller';
import { describe, expect, it } from 'vitest';
import { jointLabel, lotLabel, readLabel, rigLabel, spoolLabel } from './label.js';

const jobId = '01900000-0000-7000-8000-000000001000';
const id = '01900000-0000-7000-8000-000000001002';

describe('what a label says', () => {
  it('a joint’s leads to the joint, whatever name the server goes by today', () => {
    const text = jointLabel('https://shop.example', { jobId, id });
    expect(text).toBe(`https://shop.example/job/${jobId}/at/${id}`);
    expect(readLabel(text)).toEqual({ of: 'joint', jobId, jointId: id });
    expect(readLabel(jointLabel('http://127.0.0.1:8420', { jobId, id }))).toMatchObject({ jointId: id });
  });
  it('a spool’s leads to its joints, whatever stands in its name', () => {
    for (const spool of ['OX-S1', 'riser 2/3 & cap', 'ø16', 'x'.repeat(16)])
      expect(readLabel(spoolLabel('https://shop.example', jobId, spool))).toEqual({ of: 'spool', jobId, spool });
  });
  it('a coupon’s leads to the coupon', () =>
    expect(readLabel(labelText('C-010', '2', '07', 'horizontal'))).toEqual({ of: 'coupon', number: 'C-010' }));
  it('a lot’s leads to the lot, a rig’s to its round before the first light', () => {
    expect(lotLabel('https://shop.example', { id })).toBe(`https://shop.example/on-file?scanned=${id}`);
    expect(readLabel(lotLabel('https://shop.example', { id }))).toEqual({ of: 'lot', lotId: id });
    expect(readLabel(rigLabel('http://127.0.0.1:8420', { id }))).toEqual({ of: 'rig', rigId: id });
  });
  it.each([
    'LOT R-500',
    'https://shop.example/on-file?scanned=R-500',
    'https://shop.example/rigs/R-1/morning',
    `https://shop.example/rigs/${id}/evening`,
    '',
    'https://shop.example/',
    `https://shop.example/job/${jobId}/braze`,
    `https://shop.example/job/${jobId}/braze?spool=%20`,
    `https://shop.example/job/${jobId}/braze?spool=${'x'.repeat(17)}`,
    `https://shop.example/job/${jobId}/at/not-an-id`,
    `https://shop.example/job/${jobId}/at/${id}/more`,
    `javascript:/job/${jobId}/at/${id}`,
    `/job/${jobId}/at/${id}`,
  ])('%j is no label of ours', (text) => expect(readLabel(text)).toBeNull());
});
