import PostalMime from 'postal-mime'
import { failed, oneLine, readable, type Block, type Locator, type Reader } from '../document'
import { blocksOf, parseDom } from './dom'

/** From here on a mail repeats the one it answers. */
const QUOTED = /^(?:On .{5,120} wrote:|-{2,} ?(?:Original Message|Forwarded message).*|_{10,})\s*$/im

/**
 * E-mail (EML, RFC 5322) → document: the subject a heading, who wrote to whom and when, then what was written; quoted
 * mail is left out. Attachments are named and not read.
 */
export const readMail: Reader = async (file) => {
  const mail = await PostalMime.parse(file.bytes).catch(() => undefined)
  if (!mail || (!mail.from && !mail.subject))
    return failed(`“${file.name}” is not a readable e-mail.`, 'Save the message as .eml and add it again.')
  const subject = oneLine(mail.subject ?? '') || 'No subject'
  const here: Locator = { kind: 'heading', anchor: '', label: subject }
  const paragraph = (text: string): Block => ({ kind: 'paragraph', text: oneLine(text), locator: here })
  const from = mail.from ? mail.from.name || mail.from.address || '' : ''
  const to = (mail.to ?? []).map((each) => each.name || each.address || '').filter(Boolean)
  const day = mail.date ? new Date(mail.date).toISOString().slice(0, 10) : ''
  const head = [from && `From ${from}`, to.length > 0 && `to ${to.join(', ')}`, day && `on ${day}`].filter(Boolean)
  const attached = mail.attachments.map((each) => each.filename).filter(Boolean)
  const blocks: Block[] = [
    { kind: 'heading', level: 1, text: subject, locator: here },
    ...(head.length > 0 ? [paragraph(`${head.join(' ')}.`)] : []),
    ...(mail.text ? linesOf(mail.text).map(paragraph) : blocksOf(parseDom(mail.html ?? '').body, () => here)),
    ...(attached.length > 0 ? [paragraph(`Attached: ${attached.join(', ')}.`)] : []),
  ]
  return readable(
    subject,
    blocks.filter((block) => block.text !== ''),
    file.name,
  )
}

/** The paragraphs of a plain mail, without what it quotes. */
function linesOf(text: string): string[] {
  const own = text.slice(0, QUOTED.exec(text)?.index ?? text.length)
  const lines = own
    .replace(/\r\n/g, '\n')
    .split('\n')
    .filter((line) => !line.startsWith('>'))
  return lines
    .join('\n')
    .split(/\n\s*\n/)
    .map(oneLine)
    .filter((each) => each !== '')
}
