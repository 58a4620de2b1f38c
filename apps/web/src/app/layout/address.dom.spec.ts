import { Component } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { provideRouter, Router } from '@angular/router';
import { RouterTestingHarness } from '@angular/router/testing';
import { describe, expect, it } from 'vitest';
import { addressWord } from './address';

@Component({ template: '' })
class Page {
  readonly find = addressWord('find');
  readonly group = addressWord('group', 'line');
}

async function open(url: string): Promise<{ page: Page; router: Router }> {
  TestBed.configureTestingModule({ providers: [provideRouter([{ path: 'plan', component: Page }])] });
  const harness = await RouterTestingHarness.create();
  return { page: await harness.navigateByUrl(url, Page), router: TestBed.inject(Router) };
}
const settled = () => new Promise((r) => setTimeout(r));

describe('what a page shows stands in its address', () => {
  it('is read from it, and otherwise is what is usual', async () => {
    const { page } = await open('/plan?find=stub&joint=7');
    expect([page.find(), page.group()]).toEqual(['stub', 'line']);
  });
  it('two words that change at once both stand, what else stood stays, and the usual is left out', async () => {
    const { page, router } = await open('/plan?joint=7');
    page.find.set('7/8');
    page.group.set('state');
    await settled();
    expect(router.parseUrl(router.url).queryParams).toEqual({ joint: '7', find: '7/8', group: 'state' });
    page.group.set('line');
    page.find.set('');
    await settled();
    expect(router.parseUrl(router.url).queryParams).toEqual({ joint: '7' });
  });
  it('a quick hand loses nothing: what is typed stands while the address is behind', async () => {
    const { page, router } = await open('/plan');
    for (const typed of ['s', 'st', 'stu', 'stub']) {
      page.find.set(typed);
      await Promise.resolve();
      expect(page.find()).toBe(typed);
      page.group.set(typed);
    }
    await settled();
    await settled();
    expect([page.find(), router.parseUrl(router.url).queryParams]).toEqual(['stub', { find: 'stub', group: 'stub' }]);
  });
  it('follows the address, as back and forward do', async () => {
    const { page, router } = await open('/plan');
    await router.navigateByUrl('/plan?find=cap&group=rod');
    expect([page.find(), page.group()]).toEqual(['cap', 'rod']);
  });
});
