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

/**
 * A command as it arrives, dated no later than it arrived: on a device whose clock is fast a wait would else be over
 * before it was. What was done while the server was away keeps the earlier time it was done at.
 *
 * @param raw what a device sent; what is wrong with it is for {@link parseCommand} to tell
 */
export function datedByArrival(raw: unknown, arrivedMs: number): unknown {
  const at = (raw as { at?: unknown } | null)?.at
  if (typeof at !== 'string' || !(Date.parse(at) > arrivedMs + AHEAD_MS) || timeIssues(at).length > 0) return raw
  return { ...(raw as object), at: new Date(arrivedMs).toISOString() }
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
