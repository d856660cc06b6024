export type Ports = Readonly<
  Record<'server' | 'site' | 'model' | 'transcriber' | 'mailbox' | 'provider' | 'office' | 'calendar' | 'smtp', number>
>
export function portsAbove(base: number): Ports
export function portsFrom(env?: Readonly<Record<string, string | undefined>>): Ports
