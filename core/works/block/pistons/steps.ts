import { atCylinder } from '../../../job/place'
import { stageSteps } from '../../../job/step'
import type { Snapshot } from '../../../job/snapshot'
import { blockAt, blockEntries } from '../entries'

const says = {
  actions: ['take', 'photograph', 'next-cylinder', 'close-stage', 'done'],
  reasons: ['own-cap', 'one-photo', 'next', 'all-out', 'closed'],
  cautions: ['rod-bolts'],
  gates: ['piston-still-in', 'caps-no-photo'],
} as const
const { part, whole, logic } = stageSteps('pistons-out', says)

/** Whether the rods and pistons laid out with their caps were photographed. */
export const photographed = (snapshot: Snapshot): boolean =>
  blockEntries(snapshot, 'laidOut').some((l) => l.photographed)

const pistons = part({
  places: (s) => s.engine.heads.flat().map(atCylinder),
  read: (s, { cylinder }) => blockAt(s, 'pistons', cylinder) !== null,
  figures: ({ spot }) => ({ mark: String(spot.cylinder) }),
})
const taken = pistons.turn({
  entry: 'take-piston',
  fields: { mark: { usual: ({ spot }) => String(spot.cylinder) } },
})
const laidOut = whole(photographed)
const photo = laidOut.turn({ entry: 'lay-out', fields: { photographed: () => true } })

/** Rods and pistons out, caps marked and kept with their rods; one photo of them all. */
export const pistonsOut = logic({
  parts: [
    pistons.of([
      {
        action: 'take',
        when: ({ state }) => !state,
        gate: { code: 'piston-still-in', soft: false },
        reason: 'own-cap',
        caution: 'rod-bolts',
        turn: taken,
        onward: true,
      },
    ]),
    laidOut.of([
      {
        action: 'photograph',
        when: ({ state }) => !state,
        gate: { code: 'caps-no-photo', soft: true },
        reason: 'one-photo',
        turn: photo,
      },
    ]),
  ],
  next: { action: 'next-cylinder', reason: 'next', figures: () => ({}) },
  closes: () => ({ reason: 'all-out' }),
})
