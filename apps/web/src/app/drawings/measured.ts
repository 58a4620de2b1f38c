import { DestroyRef, effect, type ElementRef, inject, type Signal, signal } from '@angular/core';

/** How large an element is, px; null before it was laid out. To be asked where things are injected. */
export function measured(element: Signal<ElementRef<HTMLElement>>): Signal<{ w: number; h: number } | null> {
  const size = signal<{ w: number; h: number } | null>(null, { equal: (a, b) => a?.w === b?.w && a?.h === b?.h });
  if (typeof ResizeObserver === 'undefined') return size;
  const observer = new ResizeObserver(([entry]) => {
    if (!entry?.contentRect.width) return;
    size.set({ w: Math.round(entry.contentRect.width), h: Math.round(entry.contentRect.height) });
  });
  effect(() => observer.observe(element().nativeElement));
  inject(DestroyRef).onDestroy(() => observer.disconnect());
  return size;
}
