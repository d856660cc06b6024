import type { ScriptResult } from '@parrot/core/rehearsal'

/** A script as it was played: its id and when it was changed last. */
interface Dated {
  readonly id: string
  readonly changedAt: Date
}

const MOST = 20

/**
 * Runs with nothing changed, by what they were made with: trials of a while are held against one and the same, and a run of
 * all scripts that was just made need not be made again. They live in memory, and are played anew when they are gone.
 */
export class Baselines {
  readonly #runs = new Map<string, Promise<readonly ScriptResult[]>>()

  /** Keeps a run of all these scripts with a subject of this stance. */
  keep(stance: string, scripts: readonly Dated[], results: readonly ScriptResult[]): void {
    if (results.length === scripts.length) this.#put(keyOf(stance, scripts), Promise.resolve(results))
  }

  /** The run of these scripts, played where none is known. */
  of(
    stance: string,
    scripts: readonly Dated[],
    play: () => Promise<readonly ScriptResult[]>,
  ): Promise<readonly ScriptResult[]> {
    const key = keyOf(stance, scripts)
    const known = this.#runs.get(key)
    if (known) return known
    const playing = play()
    this.#put(key, playing)
    playing.catch(() => this.#runs.delete(key))
    return playing
  }

  #put(key: string, run: Promise<readonly ScriptResult[]>): void {
    this.#runs.delete(key)
    this.#runs.set(key, run)
    if (this.#runs.size > MOST) this.#runs.delete(this.#runs.keys().next().value!)
  }
}

const keyOf = (stance: string, scripts: readonly Dated[]): string =>
  [stance, ...scripts.map(({ id, changedAt }) => `${id}@${changedAt.getTime()}`)].join()
