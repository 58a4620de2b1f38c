import { afterNextRender, Directive, effect, ElementRef, inject, Injector, input, output } from '@angular/core';
import type { Attempt } from './attempt';

/** Binds a form element to its form: its entries find it here, and the first field that is refused takes the focus. */
@Directive({ selector: 'form[hpForm]', host: { novalidate: '', '(submit)': 'send($event)' } })
export class FormOf {
  readonly hpForm = input.required<Attempt>();
  readonly sent = output();
  private readonly element = inject<ElementRef<HTMLFormElement>>(ElementRef);
  private readonly injector = inject(Injector);
  private seen = 0;

  constructor() {
    effect(() => {
      const refusals = this.hpForm().refusals();
      if (refusals > this.seen) afterNextRender(() => this.toFirst(), { injector: this.injector });
      this.seen = refusals;
    });
  }

  protected send(event: Event): void {
    event.preventDefault();
    this.sent.emit();
  }

  private toFirst(): void {
    const wrong = this.element.nativeElement.querySelector<HTMLElement>('[aria-invalid="true"]');
    // A choice that stands open is focused at its first button.
    (wrong?.querySelector('button') ?? wrong)?.focus();
  }
}
