/** What can be done for a part nearby that heat ruins. */
export const PROTECTIONS = ['bare', 'paste', 'wrap', 'sink', 'apart'] as const;
export type ProtectionId = (typeof PROTECTIONS)[number];
export const PROTECTION_WORDS: Readonly<Record<ProtectionId, string>> = {
  bare: 'bare',
  paste: 'heat-absorbing paste',
  wrap: 'wet wrap',
  sink: 'clamp-on heat sink',
  apart: 'taken apart',
};
