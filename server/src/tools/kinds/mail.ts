import { mailServerOf, sendMail } from '../../delivery'
import { failed, isAddress, operation, textOf, type ToolKindAtHand } from './kind'

/** Mails of an agent, to addresses that its designer allowed and to no others. */
export const mail: ToolKindAtHand = {
  operations: () => [
    operation(
      'send_mail',
      'Send a mail',
      'Sends a mail with a subject and a text.',
      {
        to: ['Which e-mail address shall it go to?', 'email'],
        subject: ['What is it about?'],
        text: ['What shall it say?'],
      },
      { changes: true, standIn: JSON.stringify({ state: 'sent' }) },
    ),
  ],

  async call({ means, row, input, isDry }) {
    const to = textOf(input.to, 200)
    const subject = textOf(input.subject, 200).replace(/\s+/g, ' ')
    const text = textOf(input.text, 8000)
    const { from } = await mailServerOf(means.db)
    const sent = { method: 'MAIL', url: `mailto:${to}`, headers: { from, to, subject }, body: text }
    const { recipients = [] } = row.settings
    if (!isAddress(to)) return { sent: null, result: { ...failed(`“${to}” is no e-mail address.`), asksAgain: ['to'] } }
    if (!recipients.some((each) => allows(each, to)))
      return { sent: null, result: failed(`No mail may go to “${to}”: say under Tools whom mails may go to.`) }
    if (isDry) return { sent, result: null }
    const { isTaken, answer } = await sendMail(means.db, means.seal, to, { subject, text })
    const value = { state: 'sent', to, subject }
    return {
      sent,
      result: isTaken ? { text: JSON.stringify(value), value } : failed(`The mail was not taken: ${answer}`),
    }
  },
}

/** Whether an entry allows an address: that one, all of a domain as "@club.example", or any as "*". */
const allows = (entry: string, address: string): boolean =>
  entry === '*' ||
  (entry.startsWith('@')
    ? address.toLowerCase().endsWith(entry.toLowerCase())
    : entry.toLowerCase() === address.toLowerCase())
