/** A conversation of this visitor: its id, and the key that opens it again. */
export interface Kept {
  readonly conversationId: string
  readonly key: string
}

/** Where something is kept in the browser; a frame on another site may be denied it. */
type Keep = Pick<Storage, 'getItem' | 'setItem' | 'removeItem'>

const reachable = (open: () => Keep): Keep | undefined => {
  try {
    return open()
  } catch {
    return undefined
  }
}

/**
 * Which conversation this visitor is in. It is known again when the page is loaded anew, as long as the window stays
 * open; on another day only where the visitor said so.
 */
export class Visit {
  readonly #name: string
  #kept: Kept | undefined

  constructor(
    slug: string,
    private readonly window: Keep | undefined = reachable(() => sessionStorage),
    private readonly device: Keep | undefined = reachable(() => localStorage),
  ) {
    this.#name = `parrot ${slug}`
    const text = window?.getItem(this.#name) ?? device?.getItem(this.#name)
    try {
      this.#kept = text ? (JSON.parse(text) as Kept) : undefined
    } catch {
      this.forget()
    }
  }

  get kept(): Kept | undefined {
    return this.#kept
  }

  /** Whether the conversation is to be known again on another day. */
  get isRemembered(): boolean {
    return this.device?.getItem(this.#name) != null
  }

  /** Whether this visitor agreed to a text, in this window. */
  hasAgreed = (text: string): boolean => this.window?.getItem(`${this.#name} agreed`) === text

  agree(text: string): void {
    this.window?.setItem(`${this.#name} agreed`, text)
  }

  keep({ conversationId, key }: Kept): void {
    this.#kept = { conversationId, key }
    const text = JSON.stringify(this.#kept)
    this.window?.setItem(this.#name, text)
    if (this.isRemembered) this.device?.setItem(this.#name, text)
  }

  remember(isWanted: boolean): void {
    if (isWanted) this.device?.setItem(this.#name, JSON.stringify(this.#kept ?? null))
    else this.device?.removeItem(this.#name)
  }

  forget(): void {
    this.#kept = undefined
    this.window?.removeItem(this.#name)
    if (this.isRemembered) this.device?.setItem(this.#name, 'null')
  }
}
