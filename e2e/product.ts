import { spawn, type ChildProcess } from 'node:child_process'
import { fileURLToPath } from 'node:url'
import { portsAbove, type Ports } from '../scripts/ports.mjs'
import { untilUp } from '../server/testing/ports'

const root = fileURLToPath(new URL('..', import.meta.url))

export const hasEnded = ({ exitCode, signalCode }: ChildProcess): boolean => exitCode !== null || signalCode !== null

/** The end of a process, also where it is over already. */
export const gone = (child: ChildProcess): Promise<unknown> =>
  hasEnded(child) ? Promise.resolve() : new Promise((resolve) => child.once('exit', resolve))

/** The built product on ports above a base and a data folder, as `npm start` runs it: its parts, each to be started. */
export class Product {
  readonly ports: Ports

  constructor(
    readonly base: number,
    readonly dataFolder: string,
    private readonly env: Readonly<Record<string, string>> = {},
  ) {
    this.ports = portsAbove(base)
  }

  /** Starts everything by the start command, with the sample scenario loaded, and waits until it says that it is ready. */
  async start(): Promise<ChildProcess> {
    const child = this.#run('scripts/start.mjs', 'pipe')
    let said = ''
    child.stdout!.on('data', (part: Buffer) => (said += part.toString()))
    while (!said.includes('Mild Parrot is ready')) {
      if (hasEnded(child)) throw new Error(`The product did not start:\n${said}`)
      await new Promise((resolve) => setTimeout(resolve, 100))
    }
    if (said.includes('could not be loaded')) throw new Error(said)
    return child
  }

  /** Starts one program; what it complains of is shown. */
  #run(file: string, stdout: 'ignore' | 'pipe' = 'ignore'): ChildProcess {
    return spawn(process.execPath, [`${root}${file}`], {
      stdio: ['ignore', stdout, 'inherit'],
      env: {
        ...process.env,
        PARROT_BASE_PORT: String(this.base),
        PORT: String(this.ports.server),
        PARROT_DATA: this.dataFolder,
        PARROT_LOG: 'silent',
        PARROT_SIMULATED_MODELS: `http://127.0.0.1:${this.ports.model}/v1`,
        // A kill loses nothing of what the system was given; waiting for the disk is measured elsewhere.
        PARROT_DURABLE: 'off',
        ...this.env,
      },
    })
  }

  /** Starts the server and waits until it answers. */
  async serve(): Promise<ChildProcess> {
    const child = this.#run('dist/main.js')
    await untilUp(this.ports.server)
    return child
  }

  /** Starts the stand-ins and waits until the last of them answers. */
  async standIn(): Promise<ChildProcess> {
    const child = this.#run('dist/standIns.js')
    const calendar = `http://127.0.0.1:${this.ports.calendar}/`
    while (!hasEnded(child) && !(await fetch(calendar).then(Boolean, () => false)))
      await new Promise((resolve) => setTimeout(resolve, 50))
    return child
  }
}
