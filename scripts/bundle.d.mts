export const root: string
export const THREADS: Readonly<Record<string, string>>
export function bundleThreads(): Promise<unknown>
export function bundleServer(outdir: string): Promise<unknown>
