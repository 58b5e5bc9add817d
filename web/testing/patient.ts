/** How long a test waits for what comes by itself: nothing on a quick machine, longer where others are busy on it. */
export const PATIENT = { timeout: 30_000, interval: 10 }
