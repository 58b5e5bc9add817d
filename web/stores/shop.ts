import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import { isSled } from '#core/job/snapshot'
import { shop as shopSchema, type Shop } from '#contract/shop'
import type { Command, JobAct, ShopAct } from '#contract/commands'
import { deviceDb, plain } from './device-db'
import { readLeniently } from './read-leniently'
import { useDevice } from './device'
import { useOutbox } from './outbox'

/** The shop outside a job: people, gauges, engines and the jobs list. */
export const useShop = defineStore('shop', () => {
  const outbox = useOutbox()
  const device = useDevice()
  const shop = shallowRef<Shop | null>(null)
  /** Shown from the device's memory, because the server did not answer. */
  const stale = ref(false)

  const person = computed(() => shop.value?.people.find((p) => p.id === device.personId) ?? null)
  /** Who works here now: who left is not chosen any more. */
  const workers = computed(() => (shop.value?.people ?? []).filter((p) => !p.leftAt))
  const gauge = computed(() => shop.value?.gauges.find((g) => g.id === device.gaugeId) ?? null)

  async function load(): Promise<void> {
    const db = await deviceDb().catch(() => null)
    shop.value ??= (await db?.get('shop', 'shop')) ?? null
    try {
      const response = await fetch('/api/shop', { signal: AbortSignal.timeout(8000) })
      if (!response.ok) throw new TypeError(String(response.status))
      const found = readLeniently(shopSchema, await response.json())
      shop.value = found
      // Whoever worked at this device in another shop, or has left, does not work in this one.
      if (!found.people.some((p) => p.id === device.personId && !p.leftAt)) device.personId = ''
      stale.value = false
      if (!found.gauges.some((g) => g.id === device.gaugeId)) device.gaugeId = bestGauge(found, false)
      if (!found.gauges.some((g) => g.id === device.depthGaugeId))
        device.depthGaugeId = bestGauge(found, true) || bestGauge(found, false)
      await db?.put('shop', plain(found), 'shop')
    } catch {
      stale.value = true
    }
  }

  /** Somebody must say who they are before anything is done. */
  const nobody = ref(false)

  /** Whether nobody is named, and that it is said; only the first person of a shop is entered by nobody. */
  function lacksName(shopAct: ShopAct | null): boolean {
    const first = shopAct?.what === 'add-person' && (shop.value?.people.length ?? 0) === 0
    nobody.value = device.personId === '' && !first
    return nobody.value
  }

  /** Does something in the shop; the list is read anew once it is acknowledged. @returns whether it was done */
  async function act(shopAct: ShopAct): Promise<boolean> {
    if (lacksName(shopAct)) return false
    return settled(outbox.send(null, shopAct))
  }

  /** Does something to a job that is not open here; the list is read anew too. */
  async function actIn(jobId: string, jobAct: JobAct): Promise<boolean> {
    if (lacksName(null)) return false
    return settled(outbox.send(jobId, jobAct))
  }

  async function settled({ commandId }: Command): Promise<boolean> {
    await outbox.flush()
    await load()
    return !outbox.refused.some((r) => r.command.commandId === commandId)
  }

  return {
    shop,
    stale,
    nobody: computed(() => nobody.value && device.personId === ''),
    person,
    workers,
    gauge,
    load,
    act,
    actIn,
  }
})

/** The gauge with the smallest uncertainty: what a set is begun with until another is chosen. */
function bestGauge(shop: Shop, depth: boolean): string {
  const sleds = shop.gauges
    .filter((g) => (depth ? g.kind === 'depth' : isSled(g.kind)))
    .sort((a, b) => a.repeatabilityMm - b.repeatabilityMm)
  return sleds[0]?.id ?? ''
}
