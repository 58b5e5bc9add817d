import { command as commandSchema, type Command } from '#contract/commands'
import { cleaned, rounded, sensibleIssues, TooDeep } from '#contract/sensible'
import { tellIssues } from '#core/define'
import type { InputIssue } from '#core/errors'

/** A device's clock may be wrong, even by decades; a time that no clock shows is refused. */
function timeIssues(at: string): InputIssue[] {
  const year = new Date(at).getUTCFullYear()
  return year >= 1970 && year < 2200 ? [] : [{ path: 'at', message: 'is a time that no clock shows' }]
}

/** A clock that is ahead by no more may be the server's that is behind, ms. */
const AHEAD_MS = 120_000
/** Before its job began nothing was done in it; a day is left to clocks of two zones. */
const BEFORE_MS = 86_400_000
/** No device keeps work for longer. */
const LONGEST_AWAY_MS = 60 * 86_400_000

/**
 * When a command counts as done, where its device's clock cannot be right: when it arrived. One that is fast would end a
 * wait before it was over, and so would one that is years behind. What was done while the server was away keeps its time.
 *
 * @param at the device's time
 * @param begunMs when its job began; null where it is in none
 * @returns null where the device's time stands
 */
export function datedByArrival(at: string, arrivedMs: number, begunMs: number | null): string | null {
  const ms = Date.parse(at)
  const odd =
    ms > arrivedMs + AHEAD_MS || ms < arrivedMs - LONGEST_AWAY_MS || (begunMs !== null && ms < begunMs - BEFORE_MS)
  return odd ? new Date(arrivedMs).toISOString() : null
}

interface ParsedCommand {
  command: Command | null
  /** What is wrong with it, where it is none. */
  issues: InputIssue[]
}

/** A command as it must be, its texts and figures as the store keeps them; or what is wrong with it. */
export function parseCommand(raw: unknown): ParsedCommand {
  let clean: unknown
  try {
    clean = rounded(cleaned(raw))
  } catch (error) {
    if (!(error instanceof TooDeep)) throw error
    return { command: null, issues: [{ path: 'act', message: 'is nested too deep' }] }
  }
  const parsed = commandSchema.safeParse(clean, { reportInput: true })
  if (!parsed.success) return { command: null, issues: tellIssues(parsed.error) }
  const issues = [...sensibleIssues(parsed.data.act), ...timeIssues(parsed.data.at)]
  return {
    command: issues.length === 0 ? { ...parsed.data, at: new Date(parsed.data.at).toISOString() } : null,
    issues,
  }
}
