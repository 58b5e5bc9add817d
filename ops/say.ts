/** One line to the person at the terminal. */
export function say(line: string): void {
  console.log(line)
}

/** A step that failed, with what to do about it. It ends the command. */
export class StepFailed extends Error {
  constructor(
    message: string,
    readonly advice: string,
  ) {
    super(message)
    this.name = 'StepFailed'
  }
}
