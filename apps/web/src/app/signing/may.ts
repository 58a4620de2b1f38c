import { Directive, effect, inject, input, TemplateRef, ViewContainerRef } from '@angular/core';
import type { Deed } from '@hephaist/contracts';
import { AccountStore } from '../data/account.store';

/** Shows a control only to who may use it: `<button *hpMay="'write:joint'">`. The server asks again. */
@Directive({ selector: '[hpMay]' })
export class May {
  readonly hpMay = input.required<Deed>();

  constructor() {
    const [template, container, account] = [inject(TemplateRef), inject(ViewContainerRef), inject(AccountStore)];
    effect(() => {
      const may = account.may(this.hpMay());
      if (may && container.length === 0) container.createEmbeddedView(template);
      else if (!may) container.clear();
    });
  }
}
