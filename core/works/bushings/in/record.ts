import { figures, numbers, stageTitle, table, under, words, type Block } from '../../../job/record-blocks'
import type { Snapshot } from '../../../job/snapshot'
import { joined, length, NONE, word, type Told } from '../../../job/told'
import { housingsOf, lastAt } from '../read-bushings'
import { readDrive, readHoles } from '../read-placing'
import { percent } from '../told'

type Hole = ReturnType<typeof readHoles>[number]
function holeTold({ proof, share }: Hole): Told {
  if (proof === undefined) return NONE
  return proof.pinMm !== null
    ? word('cam.proven', { pin: length(proof.pinMm), share: percent(share ?? 0) })
    : word('cam.proven-light', { seen: word(`cam.lights.${proof.light}`) })
}

export function record(snapshot: Snapshot): Block[] {
  const rows = housingsOf(snapshot).flatMap((h) => {
    const aimed = lastAt(snapshot, 'aimed', h.place)
    if (!aimed) return []
    const { looks, depthMm } = readDrive(snapshot, h)
    const lie = word('cam.record-lie', {
      deg: aimed.rolledDeg,
      seen: word(`cam.seen-from.${aimed.seenFrom}`),
      from: word(`cam.face.${aimed.from}`),
      back: word(`cam.back.${aimed.back}`),
      aim: word(`cam.school.${aimed.aimFor}`),
    })
    const blows = `${looks.length}, ${looks.at(-1)?.blows ?? 0}`
    return [[h.n, lie, blows, length(depthMm), joined(readHoles(snapshot, h).map(holeTold), '; ')]]
  })
  const columns = [
    numbers(word('cam.of-place', { n: '' }), 50),
    words('', '*'),
    figures(word('cam.record-looks'), 60),
    figures(word('cam.depth'), 70),
    words(word('cam.through'), 150),
  ]
  return under(stageTitle('bushings-in'), table('bushings-in', columns, rows))
}
