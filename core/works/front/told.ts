import { word, type Told } from '../../job/told'

/** An end of the crank by its name. */
export const endTold = (place: string): Told => word(`front.end.${place}`)
