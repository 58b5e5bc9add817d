import type { Photo } from '#core/job/photo'

/** Where a photo lies in the zip. */
export function photoPath(photo: Pick<Photo, 'id' | 'mime'>): string {
  return `photos/${photo.id}.${photo.mime.replace('image/', '').replace('jpeg', 'jpg')}`
}
