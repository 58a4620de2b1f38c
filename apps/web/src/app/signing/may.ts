import { Directive, effect, inject, input, TemplateRef, ViewContainerRef } from '@angular/core';
import type { Deed } from '@hephaist/contracts/exchange/people';
import { isOfJob, KINDS } from '@hephaist/contracts/records/kinds';
import { AccountStore } from '../data/account.store';
import { JobStore } from '../data/job.store';

/** What is written into a job, and not into one that is archived. */
const OF_JOB: ReadonlySet<Deed> = new Set(KINDS.filter(isOfJob).map((kind): Deed => `write:${kind}`));

/** Shows a control only to who may use it: `<button *hpMay="'write:joint'">`. The server asks again. */
@Directive({ selector: '[hpMay]' })
export class May {
  readonly hpMay = input.required<Deed>();

  constructor() {
    const [template, container, account] = [inject(TemplateRef), inject(ViewContainerRef), inject(AccountStore)];
    const job = inject(JobStore);
    effect(() => {
      const may = account.may(this.hpMay()) && !(job.isReadOnly() && OF_JOB.has(this.hpMay()));
      if (may && container.length === 0) container.createEmbeddedView(template);
      else if (!may) container.clear();
    });
  }
}
