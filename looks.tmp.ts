import { writeFileSync } from 'node:fs'
import { withScratchHouse } from './ops/scratch'
import { Browser } from './testing/browser'
await withScratchHouse(async (house) => {
  const b = await Browser.open(house.url)
  const pic = async (n: string) => { await b.still(); writeFileSync(`/tmp/look-${n}.png`, await b.picture()) }
  try {
    await b.resize({ width: 1280, height: 800 })
    await b.go('/')
    await b.chooseOption('#person', 'Tom Adeyar')
    const spare = await house.jobId('spare')
    const ferry = await house.jobId('Reach')
    const b8 = await house.jobId('Pump set B')
    await b.go(`/jobs/${spare}/pull`); await b.see('[data-part=turn-pad]'); await pic('pull')
    await b.type('190', '\uE007'); await pic('pull2')
    await b.go(`/jobs/${spare}/look`); await b.see('[data-part=turn-pad]'); await pic('look')
    await b.go(`/jobs/${ferry}/fit`); await b.see('[data-stage=fit]'); await pic('fit')
    await b.go(`/jobs/${b8}/fit`); await b.see('[data-stage=fit]'); await pic('fit8')
    await b.resize({ width: 800, height: 1280 })
    await b.go(`/jobs/${spare}/pull`); await b.see('[data-part=turn-pad]'); await pic('pull-up')
    await b.resize({ width: 1024, height: 768 })
    await b.go(`/jobs/${spare}/look`); await b.see('[data-part=turn-pad]'); await pic('look-1024')
    console.log(await b.complaints())
  } finally {
    await b.close()
  }
})
