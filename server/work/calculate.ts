import { calc } from '#core/calc'
import { CalcError, type CalcErrorCode, type Told } from '#core/errors'

/** What a calculation answered, or why it cannot. */
export type CalcReply = { output: unknown } | { refused: { code: CalcErrorCode; told: Told } }

/** One calculation of the core. An error of the trade is an answer, too. */
export async function calculate({ name, input }: { name: string; input: unknown }): Promise<CalcReply> {
  try {
    return { output: await calc(name, input) }
  } catch (error) {
    if (!(error instanceof CalcError)) throw error
    const { code, said, figures, issues } = error
    return { refused: { code, told: { says: said, figures, issues } } }
  }
}
