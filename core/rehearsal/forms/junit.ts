/** A script of a run as far as it is written down here. */
interface JunitScript {
  readonly title: string
  readonly error?: string | undefined
  readonly turns: readonly {
    readonly say: string
    readonly reply: string
    readonly workings: readonly { readonly tookMs: number }[]
    readonly checks: readonly {
      readonly passed: boolean
      readonly reason: string
      readonly check: { readonly soft?: boolean | undefined }
    }[]
  }[]
}

const escaped = (text: string): string =>
  text
    // Characters that XML 1.0 does not allow at all.
    // eslint-disable-next-line no-control-regex -- they are what is taken out
    .replace(/[\u0000-\u0008\u000b\u000c\u000e-\u001f\ufffe\uffff]/g, '')
    .replaceAll('&', '&amp;')
    .replaceAll('<', '&lt;')
    .replaceAll('>', '&gt;')
    .replaceAll('"', '&quot;')

/**
 * A run as JUnit XML, as build servers read it: a suite for the run, a case for each turn of each script, named after the
 * script and what is said; a check that failed is a failure with its reason, and the reply.
 */
export function asJunit(name: string, results: readonly JunitScript[]): string {
  const cases = results.flatMap((result) =>
    result.error
      ? [{ title: result.title, say: 'the script', seconds: 0, failures: [], error: result.error, reply: '' }]
      : result.turns.map(({ say, reply, checks, workings }) => ({
          title: result.title,
          say,
          reply,
          error: '',
          seconds: workings.reduce((sum, { tookMs }) => sum + tookMs, 0) / 1000,
          failures: checks.filter(({ passed, check }) => !passed && !check.soft).map(({ reason }) => reason),
        })),
  )
  const [failed, broken] = [
    cases.filter(({ failures }) => failures.length > 0),
    cases.filter(({ error }) => error !== ''),
  ]
  const seconds = cases.reduce((sum, each) => sum + each.seconds, 0).toFixed(3)
  const counts = `tests="${cases.length}" failures="${failed.length}" errors="${broken.length}" time="${seconds}"`
  const lines = cases.map(({ title, say, seconds: took, failures, error, reply }) => {
    const open = `    <testcase classname="${escaped(title)}" name="${escaped(say)}" time="${took.toFixed(3)}"`
    if (error) return `${open}>\n      <error message="${escaped(error)}"/>\n    </testcase>`
    if (failures.length === 0) return `${open}/>`
    const text = escaped([...failures, '', 'The reply:', reply].join('\n'))
    return `${open}>\n      <failure message="${escaped(failures[0]!)}">${text}</failure>\n    </testcase>`
  })
  return [
    '<?xml version="1.0" encoding="UTF-8"?>',
    `<testsuites name="${escaped(name)}" ${counts}>`,
    `  <testsuite name="${escaped(name)}" ${counts}>`,
    ...lines,
    '  </testsuite>',
    '</testsuites>',
    '',
  ].join('\n')
}
