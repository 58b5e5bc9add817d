import { list, numbers, table, text, title, words, type Block } from '../../../job/record-blocks'
import type { Snapshot } from '../../../job/snapshot'
import { joined, NONE, word, type Told } from '../../../job/told'
import { readFitting, type FittingState } from '../read-fitting'

/** How the clocking of the liners is proven: by the pin, or by the angle alone. */
function clockingTold(all: readonly FittingState[]): Told[] {
  const clocked = all.filter((f) => f.clock !== null)
  const named = (key: string, of: readonly FittingState[]) =>
    of.length > 0 ? [word(key, { cylinders: of.map((f) => f.cylinder).join(' ') })] : []
  const [pinned, angled] = [clocked.filter((f) => f.pilot === true), clocked.filter((f) => f.pilot !== true)]
  return [...named('beside.record-pins', pinned), ...named('beside.record-angle', angled)]
}

/** Each ring on a line of its own: what it went on with, and by whom. */
const ringsTold = ({ sealFits }: Snapshot, { cylinder, rings }: FittingState): Told =>
  joined(
    rings.map(({ groove, seal }): Told => {
      const on = sealFits.findLast(
        (s) => !s.struck && s.cylinder === cylinder && s.groove === groove && s.step === 'on',
      )
      const how = on
        ? word('record.ring-on', {
            lubricant: word(`lubricant.${on.lubricant}`),
            name: { person: on.personId, at: on.at },
            when: { time: on.at },
          })
        : NONE
      return [`${seal.place}: `, how]
    }),
    '\n',
  )

function pressTold({ press, late }: FittingState): Told {
  const told = press
    ? word('record.pressed', {
        torque: { nm: press.peakNm },
        at: press.atDeg === null ? NONE : `${press.atDeg}°`,
        name: { person: press.personId, at: press.at },
        when: { time: press.at },
      })
    : NONE
  return [told, late ? [' ', word('fit.was-late')] : '', press?.words ? ` ${press.words}` : '']
}

export function record(snapshot: Snapshot): Block[] {
  const { sealFits, presses, sheet } = snapshot
  if (sealFits.length === 0 && presses.length === 0) return []
  const all = readFitting(snapshot)
  const set = sheet.seals.map((s, i) =>
    word('engine.seal-line', {
      n: i + 1,
      place: s.place,
      material: s.material,
      colour: s.colour,
      lubricant: word(`lubricant.${s.lubricant}`),
    }),
  )
  const columns = [
    numbers(word('record.cylinder'), 30),
    words(word('record.rings'), '*'),
    words(word('record.press'), 190),
  ]
  return [
    title(word('record.seals')),
    ...(set.length > 0 ? [text(joined(set, ' · '))] : []),
    ...table(
      'seals',
      columns,
      all.map((f) => [f.cylinder, ringsTold(snapshot, f), pressTold(f)]),
    ),
    ...list(clockingTold(all)),
  ]
}
