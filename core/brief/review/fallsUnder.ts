import { BARS, judge } from '../../calling'
import { readLine } from '../../reading'
import type { Brief } from '../schema'

/** Whether a line would fall under a boundary, as the turn would judge it. */
export const fallsUnder = (
  line: string,
  { subject, examples, unlike }: Pick<Brief['boundaries'][number], 'subject' | 'examples' | 'unlike'>,
): boolean => judge({ when: subject, like: examples, unlike }, readLine(line)).confidence >= BARS.always
