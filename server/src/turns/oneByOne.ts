/** Work on one thing, one after the other: what a line did is known to the next, however fast they come. */
export class OneByOne {
  readonly #last = new Map<string, Promise<unknown>>()

  /** Does the work once what was begun before on the same is over; without a name nothing is waited for. */
  async run<Done>(name: string | undefined, work: () => Promise<Done>): Promise<Done> {
    if (name === undefined) return work()
    const before = this.#last.get(name) ?? Promise.resolve()
    const mine = before.catch(() => undefined).then(work)
    this.#last.set(name, mine)
    try {
      return await mine
    } finally {
      if (this.#last.get(name) === mine) this.#last.delete(name)
    }
  }
}

/** Lines of one conversation are answered one by one: a yes that was sent twice does nothing twice. */
export const conversationsAtWork = new OneByOne()
