/** How a joint is heated, and whether a hand or a machine does it: both are essential, for procedures and brazers. */
export const PROCESSES = ['torch', 'furnace', 'induction', 'resistance'] as const;
export type Process = (typeof PROCESSES)[number];
export const PROCESS_TYPES = ['manual', 'machine'] as const;
export type ProcessType = (typeof PROCESS_TYPES)[number];
