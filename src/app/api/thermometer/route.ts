import { readBounded, TooLong } from '../../../actions/bounded-body'
import { guarded } from '../../../actions/guard'
import { database, rowsOf } from '../../../data/database'
import { keepSamples } from '../../../data/sample-repository'
import { noteRefused, senderOfKey } from '../../../data/thermometer-repository'
import { NO_SAMPLE_WORDS, readSamples } from '../../../interchange/samples'

export const dynamic = 'force-dynamic'

const MOST_BYTES = 1_000_000
const MOST_SAMPLES = 20_000

const keyIn = (headers: Headers): string | undefined =>
  /^Bearer\s+([\w-]{32})$/i.exec(headers.get('authorization') ?? '')?.[1]

/** What was sent, as text; `too-long` where it is more than is taken. */
async function textOf(request: Request): Promise<string> {
  try {
    return new TextDecoder().decode(await readBounded(request, MOST_BYTES))
  } catch (error) {
    if (error instanceof TooLong) return 'too-long'
    throw error
  }
}

/** Takes readings of a thermometer, which says by its key which one it is. See docs/thermometers.md. */
export const POST = guarded(async (request: Request) => {
  const key = keyIn(request.headers)
  const sender = key === undefined ? undefined : await senderOfKey(database(), key)
  if (!sender)
    return Response.json(
      { problem: 'Send the key of the thermometer as Authorization: Bearer <key>.' },
      { status: 401 },
    )
  const text = await textOf(request)
  const now = Date.now()
  const { samples, wrong } = text === 'too-long' ? { samples: [], wrong: [] } : readSamples(text, sender, now)
  if (text === 'too-long' || samples.length + wrong.length > MOST_SAMPLES)
    return Response.json({ problem: 'Send at most 20,000 readings and 1 MB at once.' }, { status: 413 })
  const rows = rowsOf({ farm_id: sender.farm })
  if (samples.length > 0) await keepSamples(rows, sender, samples, now)
  const [first] = wrong
  if (!first) return Response.json({ kept: samples.length })
  await noteRefused(rows, sender, NO_SAMPLE_WORDS[first.why])
  const left = wrong.slice(0, 100).map(({ n, why }) => ({ reading: n, why: NO_SAMPLE_WORDS[why] }))
  return Response.json(
    { kept: samples.length, leftOut: wrong.length, why: left },
    { status: samples.length > 0 ? 200 : 422 },
  )
})
