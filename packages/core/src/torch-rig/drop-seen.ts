/** What a shut-in gas did at its gauges. */
export const DROP_SEEN = ['stands', 'line falls', 'cylinder falls', 'line rises'] as const;
export type DropSeen = (typeof DROP_SEEN)[number];
export const DROP_SEEN_WORDS: Readonly<Record<DropSeen, string>> = {
  stands: 'Both gauges stand',
  'line falls': 'The hose’s gauge falls',
  'cylinder falls': 'The cylinder’s gauge falls',
  'line rises': 'The hose’s gauge rises',
};
