import type { Lie } from '#core/works/bushings/read-bushings'
import { newId } from '../../stores/new-id'
import { useActs } from '../../bench/useActs'

/** Notes how the block lies: every device of the job turns its drawing after it. */
export function useLie(): (lie: Lie) => void {
  const { act } = useActs()
  return (lie) => void act({ what: 'lay-block', lieId: newId(), ...lie })
}
