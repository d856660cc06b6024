/**
 * Does something again and again until it is stopped, first after `firstMs` where that is given; a time that fails is told
 * of and followed by the next. Does not keep the process alive. Gives the function that stops it.
 */
export function every(
  ms: number,
  work: () => Promise<unknown>,
  onFailure: (error: unknown) => void,
  firstMs = ms,
): () => void {
  const once = () => void work().catch(onFailure)
  const first = firstMs === ms ? undefined : setTimeout(once, firstMs).unref()
  const then = setInterval(once, ms).unref()
  return () => {
    clearTimeout(first)
    clearInterval(then)
  }
}
