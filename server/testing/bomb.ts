import { buffer } from 'node:stream/consumers'
import { ZipFile } from 'yazl'

/** A zip that holds a job file of nothing but zeros. @param bytes how large it is unpacked */
export async function bombOf(bytes: number): Promise<Buffer> {
  const zip = new ZipFile()
  zip.addBuffer(Buffer.alloc(bytes), 'job.json', { compressionLevel: 9 })
  zip.end()
  return buffer(zip.outputStream)
}
