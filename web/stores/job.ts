import { useDebounceFn, useIntervalFn } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef, watch } from 'vue'
import { applyAct } from '#core/job/apply'
import { asJudged } from '#core/job/as-judged'
import { worstLiner } from '#core/works/liners/worst-liner'
import { readDeck, type Deck } from '#core/works/liners/deck'
import { readRoute, routeFacts } from '#core/job/route'
import { snapshot as snapshotSchema, type Snapshot } from '#core/job/snapshot'
import { measuredStages, worksOf, type MeasuredStage, type StageName } from '#core/job/stages'
import { sameSpot, type Spot } from '#core/job/place'
import { HERE_LASTS_MS, hereList, type HereNote } from '#contract/here'
import { isJobAct, type Command, type JobAct } from '#contract/commands'
import { deviceDb, plain } from './device-db'
import { useDevice } from './device'
import { useOutbox } from './outbox'
import { newerMet, readLeniently } from './read-leniently'

/** What this device kept of a job; null where it is from a version that this page cannot read. */
function readKept(kept: unknown): Snapshot | null {
  try {
    return readLeniently(snapshotSchema, kept)
  } catch {
    return null
  }
}

/** The earlier list where the new one says the same, so that what is drawn from it stands. */
function same<T>(before: readonly T[] | undefined, now: T[], isSame: (a: T, b: T) => boolean): T[] {
  const stays = before?.length === now.length && now.every((item, i) => isSame(before[i]!, item))
  return stays ? (before as T[]) : now
}

/** Acts not yet in a snapshot come after everything that is. */
const AFTER_ALL = 1e12

/**
 * The job in hand: the server's last snapshot with this device's own acts laid over it,
 * so that what was typed counts at once, whatever the network does.
 */
export const useJob = defineStore('job', () => {
  const outbox = useOutbox()
  const device = useDevice()
  const base = shallowRef<Snapshot | null>(null)
  /** Acknowledged, but perhaps not yet in the snapshot that is on its way. */
  const acknowledged = shallowRef<{ command: Command; afterFetch: number }[]>([])
  const problem = ref<'unknown-job' | 'never-seen' | 'newer' | null>(null)
  const live = ref(false)
  const selected = ref(1)
  /** The place in hand where it is no cylinder; null for the cylinder. */
  const place = ref<string | null>(null)
  const hand = computed<Spot>(() => ({ cylinder: place.value === null ? selected.value : null, place: place.value }))
  /** Where the other devices of this job are just now. */
  const here = shallowRef<HereNote[]>([])
  /** Who else is at what is in hand. */
  const othersHere = computed(() =>
    here.value.filter((n) => n.stage === stage.value && n.personId !== device.personId && sameSpot(n, hand.value)),
  )
  const stage = ref<StageName | null>(null)
  let jobId = ''
  let news: EventSource | null = null
  let fetches = 0
  let reading: Promise<void> | null = null
  let readAgain = false
  /** Whether what is here was read since nobody was listening: what came after it, the news tell. */
  let read = false
  let timer: ReturnType<typeof setTimeout> | undefined

  /**
   * This device's own acts that are laid over the snapshot, each once. As one is kept, sent and acknowledged it goes
   * from hand to hand and stays what it is: the list stays the same too, and nothing is drawn anew for it.
   */
  const own = computed<Command[]>((before) => {
    const all = [...acknowledged.value.map((a) => a.command), ...outbox.queue.map((q) => q.command)]
    const now = [...new Map(all.filter((c) => c.jobId === jobId).map((c) => [c.commandId, c])).values()]
    return same(before, now, (a, b) => a.commandId === b.commandId)
  })
  /** What lies over which snapshot so far: an act more is laid over that, not over all of it again. */
  let laid: { base: Snapshot; own: readonly Command[]; snapshot: Snapshot } | null = null
  /** The whole job by the limits in force. */
  const whole = computed<Snapshot | null>(() => {
    if (!base.value) return null
    const goesOn = laid?.base === base.value && laid.own.every((c, i) => c.commandId === own.value[i]?.commandId)
    const from = goesOn ? laid!.own.length : 0
    const snapshot = own.value.slice(from).reduce(
      (s, command, i) => {
        if (!isJobAct(command.act)) return s
        return applyAct(s, command.act, {
          seq: AFTER_ALL + from + i,
          at: command.at,
          personId: command.personId ?? '',
        })
      },
      goesOn ? laid!.snapshot : base.value,
    )
    laid = { base: base.value, own: own.value, snapshot }
    return snapshot
  })

  /** The job as the stage on the screen is judged: one that is closed keeps the limits it was closed under. */
  const snapshot = computed<Snapshot | null>(() =>
    whole.value && stage.value ? asJudged(whole.value, stage.value) : whole.value,
  )

  /** The deck stage by stage, each read when it is looked at; null on a job without liner work. */
  const decks = computed(() => {
    const [s, me] = [whole.value, device.personId]
    if (!s || !worksOf(s.job.work).includes('liners')) return null
    const read = measuredStages.map(
      (stage) => [stage, { get: () => readDeck(s, stage, me), enumerable: true }] as const,
    )
    return Object.defineProperties({}, Object.fromEntries(read)) as Readonly<Record<MeasuredStage, Deck>>
  })
  // A job is opened for its worst liner.
  watch(
    () => snapshot.value?.job.id,
    (id) => {
      if (id && decks.value) selected.value = worstLiner(snapshot.value!, (s) => decks.value![s]) ?? selected.value
    },
    { flush: 'sync' },
  )
  /** The same list for as long as it says the same: the rail is not drawn anew with every reading. */
  const route = computed<ReturnType<typeof readRoute>>((before) => {
    const now = snapshot.value ? readRoute(routeFacts(snapshot.value)) : []
    return same(before, now, (a, b) => a.stage === b.stage && a.state === b.state)
  })

  async function open(id: string): Promise<void> {
    close()
    jobId = id
    await reading
    if (jobId !== id) return
    base.value = null
    acknowledged.value = []
    problem.value = null
    selected.value = 1
    place.value = null
    const kept = await deviceDb()
      .then((db) => db.get('snapshots', id))
      .catch(() => undefined)
    // What an earlier version of the app kept may lack what this one shows: the schema fills it.
    if (kept && jobId === id) base.value = readKept(kept)
    await refresh()
    listen()
  }

  /** Reads the job anew, one reading at a time: what asks while one is on its way gets one more after it. */
  function refresh(): Promise<void> {
    if (reading) {
      readAgain = true
      return reading
    }
    reading = (async () => {
      do {
        readAgain = false
        await readOnce()
      } while (readAgain)
    })().finally(() => (reading = null))
    return reading
  }

  /** Soon, and once for many: fast typing need not read the job at every key. */
  function refreshSoon(): void {
    timer ??= setTimeout(() => {
      timer = undefined
      void refresh()
    }, 120)
  }

  /**
   * When the hand rests: what is new is this device's own and stands on the screen already, so
   * reading it back can wait for a pause between two keys.
   */
  const refreshAtRest = useDebounceFn(refreshSoon, 350, { maxWait: 1500 })

  /** Acts acknowledged before this reading began are in what it brings. */
  async function readOnce(): Promise<void> {
    const id = jobId
    const mine = ++fetches
    try {
      const response = await fetch(`/api/jobs/${id}`, { signal: AbortSignal.timeout(8000) })
      if (response.status === 404) problem.value = 'unknown-job'
      if (!response.ok) throw new TypeError(String(response.status))
      const found = readLeniently(snapshotSchema, await response.json())
      if (jobId !== id) return
      if (!base.value || found.revision >= base.value.revision) base.value = found
      read = true
      acknowledged.value = acknowledged.value.filter((a) => a.afterFetch >= mine)
      void deviceDb().then((db) => db.put('snapshots', plain(found), id))
    } catch {
      read = false
      if (!base.value && !problem.value) problem.value = newerMet.value ? 'newer' : 'never-seen'
    }
  }

  function listen(): void {
    if (document.hidden) return
    news = new EventSource(`/api/jobs/${jobId}/news`)
    news.onopen = () => {
      live.value = true
      if (!read) void refresh()
      void outbox.flush()
    }
    news.onerror = () => {
      live.value = false
      read = false
    }
    news.addEventListener('here', (event) => {
      const told = hereList.safeParse(JSON.parse(String(event.data)))
      if (told.success) here.value = told.data.filter((n) => n.deviceId !== device.deviceId)
    })
    news.onmessage = (event) => {
      const behind = Number(event.data) - (base.value?.revision ?? 0)
      if (behind === 0) return
      // Somebody else's act, or more than this device knows of: read it at once.
      if (behind > acknowledged.value.length + outbox.queue.length) refreshSoon()
      else void refreshAtRest()
    }
  }

  /** Says where this device is, so that others see it. Nothing rests on it: where it does not arrive, nothing is said. */
  function sayHere(): void {
    if (!jobId || !stage.value || document.hidden || !news) return
    const note: HereNote = {
      deviceId: device.deviceId,
      personId: device.personId || null,
      stage: stage.value,
      ...hand.value,
    }
    void fetch(`/api/jobs/${jobId}/here`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(note),
      signal: AbortSignal.timeout(5000),
    }).catch(() => undefined)
  }
  const sayHereSoon = useDebounceFn(sayHere, 200)
  watch([stage, hand, () => device.personId, live], () => void sayHereSoon())
  useIntervalFn(sayHere, HERE_LASTS_MS / 2)

  function close(): void {
    hang()
    here.value = []
    jobId = ''
  }

  outbox.onDone((commands) => {
    const own = commands.filter((c) => c.jobId === jobId).map((command) => ({ command, afterFetch: fetches }))
    acknowledged.value = [...acknowledged.value, ...own]
    if (own.length > 0) void refreshAtRest()
  })

  // A browser has six lines to a server for all its tabs, and each page that listens keeps one: what nobody looks at lets it go.
  function hang(): void {
    news?.close()
    news = null
    live.value = false
    read = false
  }
  addEventListener('pagehide', hang)
  addEventListener('pageshow', (event) => {
    if (event.persisted && jobId && !news) listen()
  })
  document.addEventListener('visibilitychange', () => {
    if (document.hidden) hang()
    else if (jobId && !news) listen()
  })

  /** Takes a spot in hand: a cylinder, or a place. */
  function select(spot: Spot): void {
    place.value = spot.place
    if (spot.cylinder !== null) selected.value = spot.cylinder
  }

  /** Does something in this job. */
  function act(jobAct: JobAct): Command {
    return outbox.send(jobId, jobAct)
  }

  return {
    whole,
    snapshot,
    decks,
    route,
    problem,
    live,
    stage,
    othersHere,
    selected,
    place,
    hand,
    select,
    open,
    close,
    refresh,
    act,
  }
})
