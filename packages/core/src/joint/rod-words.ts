/** A rod and the flux it is used with, in a list: "BAg-7, flux FB3-A". */
export const rodWords = (rod: { readonly fillerId: string; readonly fluxId: string | null }): string =>
  `${rod.fillerId}, ${rod.fluxId ? `flux ${rod.fluxId}` : 'no flux'}`;

/** The same of the rod that is chosen; `none` where none serves. */
export const chosenWords = (
  chosen:
    { readonly filler: { readonly id: string }; readonly flux: { readonly id: string } | null } | null | undefined,
  none: string,
): string => (chosen ? rodWords({ fillerId: chosen.filler.id, fluxId: chosen.flux?.id ?? null }) : none);
