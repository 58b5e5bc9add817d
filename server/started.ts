import { readFileSync } from 'node:fs'

/** A process that was started: its id, and the time of its start, so that a reused id is not mistaken for it. */
export interface Started {
  pid: number
  startedAt: string
}

/** When a process was started, in clock ticks since boot; null where there is none. */
function startOf(pid: number): string | null {
  try {
    const stat = readFileSync(`/proc/${pid}/stat`, 'utf8')
    const fields = stat.slice(stat.lastIndexOf(')') + 2).split(' ')
    return fields[0] === 'Z' ? null : (fields[19] ?? null)
  } catch {
    return null
  }
}

export function markStarted(pid: number): Started {
  return { pid, startedAt: startOf(pid) ?? '' }
}

/** Whether that very process still runs: a stale file, or a stranger with its number, answers no. */
export function runs(started: Started | null | undefined): boolean {
  return !!started && started.startedAt !== '' && startOf(started.pid) === started.startedAt
}
