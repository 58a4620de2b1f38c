import { signal } from '@angular/core';

interface Lock {
  release(): Promise<void>;
}

/** Hands free: the screen stays awake and the instruction is spoken, where the device can do either; neither is needed. */
export class HandsFree {
  readonly on = signal(false);
  private lock: Lock | null = null;

  set(on: boolean): void {
    this.on.set(on);
    if (on) void this.stayAwake();
    else {
      void this.lock?.release().catch(() => undefined);
      this.lock = null;
      globalThis.speechSynthesis?.cancel();
    }
  }

  speak(words: string): void {
    if (!this.on() || typeof SpeechSynthesisUtterance === 'undefined') return;
    globalThis.speechSynthesis.cancel();
    globalThis.speechSynthesis.speak(new SpeechSynthesisUtterance(words));
  }

  private async stayAwake(): Promise<void> {
    try {
      this.lock = await navigator.wakeLock.request('screen');
    } catch {
      // The device keeps its own time; the way is kept whatever it does.
    }
  }
}
