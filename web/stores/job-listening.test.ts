import { beforeEach, describe, expect, it, vi } from 'vitest'
import { eventually, FakeServer, newDevice } from '../testing/device'
import { useJob } from './job'

let server: FakeServer
let jobId: string
beforeEach(async () => {
  await newDevice()
  server = new FakeServer()
  jobId = server.snapshot.job.id
})

// A file of its own: what a test looks away from hangs up every page of its file.
describe('the line to the server', () => {
  it('listens only while somebody looks, and catches up when they look again', async () => {
    const job = useJob()
    await job.open(jobId)
    await eventually(() => job.live, 'it does not listen')
    expect(server.lines.size).toBe(1)
    const look = (hidden: boolean) => {
      vi.spyOn(document, 'hidden', 'get').mockReturnValue(hidden)
      document.dispatchEvent(new Event('visibilitychange'))
    }
    look(true)
    expect([server.lines.size, job.live]).toEqual([0, false])
    server.snapshot = { ...server.snapshot, people: [] }
    look(false)
    expect(server.lines.size).toBe(1)
    await eventually(() => job.snapshot!.people.length === 0, 'it did not catch up')
    look(true)
    job.close()
    look(false)
    expect(server.lines.size).toBe(0)
  })
  it('reads a job once as it opens it, and again where the line broke or nothing could be read', async () => {
    const job = useJob()
    await job.open(jobId)
    await eventually(() => job.live, 'it does not listen')
    expect(server.reads).toBe(1)
    const [line] = server.lines
    line!.onerror!()
    expect(job.live).toBe(false)
    server.snapshot = { ...server.snapshot, people: [] }
    line!.onopen!()
    await eventually(() => job.snapshot!.people.length === 0, 'it did not catch up')
    expect(server.reads).toBe(2)
    server.up = false
    await job.refresh()
    server.up = true
    line!.onopen!()
    await eventually(() => server.reads === 3, 'what failed was not read again')
    job.close()
  })
})
