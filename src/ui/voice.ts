'use client';

import { useDeviceSetting } from './use-device-setting';

/** Whether this device can read aloud. */
export function hasVoice(): boolean {
  return typeof window !== 'undefined' && 'speechSynthesis' in window;
}

/** Reads aloud, one text after the other, in place of what was being read; nothing where the device has no voice. */
export function readAloud(texts: readonly string[], rate = 1): void {
  if (!hasVoice()) return;
  window.speechSynthesis.cancel();
  for (const text of texts) {
    const words = new SpeechSynthesisUtterance(text);
    words.rate = rate;
    window.speechSynthesis.speak(words);
  }
}

export function hush(): void {
  if (hasVoice()) window.speechSynthesis.cancel();
}

/** Whether this device reads each step aloud as it comes to hand. */
export function useVoiceOn(): readonly [boolean, (on: boolean) => void] {
  return useDeviceSetting('kilnsman-voice', false);
}
