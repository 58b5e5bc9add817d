/** How a liner sits in its block; `none` where a unit has no liners. */
export type Seat = 'top-stop' | 'spacer-plate' | 'mid-stop' | 'none'

/** What a link of the stack is. `shim` is added by fitting one, never part of a sheet. */
export type LinkKind =
  'flange' | 'step-to-top' | 'counterbore' | 'ledge-below-block' | 'mid-ledge' | 'plate' | 'plate-gasket'

export interface StackLink {
  kind: LinkKind
  nominalMm: number
}

/** Which links each seat is made of, the liner's own first, then what stands against it. */
export const seatLinks: Record<Seat, readonly LinkKind[]> = {
  'top-stop': ['flange', 'counterbore'],
  'spacer-plate': ['flange', 'ledge-below-block', 'plate-gasket', 'plate'],
  'mid-stop': ['step-to-top', 'mid-ledge'],
  none: [],
}

/** +1 where more of the link lifts the liner, −1 where it sinks it below the deck. */
export function linkSign(kind: LinkKind): 1 | -1 {
  return kind === 'flange' || kind === 'step-to-top' ? 1 : -1
}

/**
 * Protrusion by the sheet, mm above the deck (the spacer plate is the deck where there is one).
 *
 * @param shimMm shim between ledge and flange, 0 for none
 */
export function nominalProtrusionMm(links: readonly StackLink[], shimMm = 0): number {
  return links.reduce((sum, link) => sum + linkSign(link.kind) * link.nominalMm, shimMm)
}

/** The depth of the ledge below the block's face as the sheet has it, mm. */
export function nominalLedgeDepthMm(links: readonly StackLink[]): number {
  const ledge = links.find((l) => l.kind === 'counterbore' || l.kind === 'ledge-below-block' || l.kind === 'mid-ledge')
  return ledge?.nominalMm ?? 0
}

/** Protrusion once a shim lies under the flange, mm. @param bareMm protrusion without any shim */
export function expectWithShimMm(bareMm: number, shimMm: number): number {
  return bareMm + shimMm
}
