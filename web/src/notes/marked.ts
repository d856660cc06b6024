import { withoutMarkers } from '../shared/replyParts'

/** What is marked with the mouse inside an element, without the markers of citations; "" when nothing is. */
export function markedIn(element: HTMLElement | undefined): string {
  const selection = window.getSelection()
  const isInside = element && selection?.anchorNode && element.contains(selection.anchorNode)
  return isInside ? withoutMarkers(selection.toString()).trim() : ''
}
