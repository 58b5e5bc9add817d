import { afterAll, beforeAll, expect, it } from 'vitest'
import { TestServer } from '../testing/test-store'

let server: TestServer
beforeAll(async () => {
  server = await TestServer.start()
})
afterAll(() => server.stop())

it('prints and gives away every job of the demo as it stands', async () => {
  const { jobs } = await server.shop()
  expect(jobs).toHaveLength(9)
  for (const { id, title } of jobs) {
    for (const paper of ['record.pdf', 'owner.pdf']) {
      const answer = await server.app.inject(`/api/jobs/${id}/${paper}`)
      expect(answer.statusCode, `${title} ${paper}`).toBe(200)
      expect(answer.rawPayload.subarray(0, 5).toString(), `${title} ${paper}`).toBe('%PDF-')
    }
    for (const file of ['job.json', 'job.zip', 'readings.csv']) {
      const answer = await server.app.inject(`/api/jobs/${id}/${file}`)
      expect(answer.statusCode, `${title} ${file}`).toBe(200)
      expect(answer.rawPayload.length, `${title} ${file}`).toBeGreaterThan(20)
    }
  }
})
