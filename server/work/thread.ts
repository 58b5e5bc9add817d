/**
 * What runs in the threads beside the server, so that no reading waits for it. Each function
 * takes and gives what can be cloned, and opens neither the store nor a socket.
 */
export { calculate } from './calculate'
export { makePaper } from '../record/make-paper'
export { openJobFile } from '../transfer/open-job-file'
export { laySchedule } from '../schedule/lay-schedule'
