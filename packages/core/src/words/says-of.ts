/** What something that was thrown says, whatever it is: in JavaScript it need not be an error. */
export const saysOf = (thrown: unknown): string => (thrown instanceof Error ? thrown.message : String(thrown));
