/**
 * npm run bench -- --people: what it costs a request to know who asks, and 5,000 requests of one farm's people for
 * another farm's things, of which none may be answered with anything of it or write a row. Prints one JSON line each.
 */
import { randomUUID } from 'node:crypto'
import { connect } from '../src/data/database'
import { invite, setRole, startSharing, stopSharing } from '../src/data/people-repository'
import { addPhone, joinPhone } from '../src/data/phone-repository'
import { makePerson, signIn } from '../src/data/sign-in'
import { createFarm } from '../src/data/season-repository'
import { readSeason } from '../src/season/read'
import { seeded } from '../src/core/statistics/random'
import { sallowFerry } from './demo/sallow-ferry'
import { withServer } from './served-season'

const ASKED = 300 // requests of each kind of asker
const STRANGE = 5000
const AT_ONCE = 8
const PASSWORD = 'three blue doors'

const print = (line: object) => console.log(JSON.stringify(line))
const median = (times: number[]) => times.sort((a, b) => a - b)[times.length >> 1]!
const round = (ms: number) => Math.round(ms * 100) / 100

const read = readSeason(sallowFerry)
if (!read.ok) throw new Error('the demo farm must read')
const { season } = read

await withServer(season, async (url, id, databaseUrl) => {
  const { db, close } = connect(databaseUrl)
  try {
    const mine = await db.selectFrom('season').selectAll().where('season_id', '=', id).executeTakeFirstOrThrow()
    const own = { ...season, farm: { ...season.farm, name: 'Reed Bank' } }
    const other = await createFarm(db, own)
    const auth = signIn(db, 'nothing is signed with this', false)
    const made = async (name: string, farm: string) => {
      const person = (await makePerson(auth, { name, email: `${name}@example.org`, password: PASSWORD }))!
      await setRole(db, farm, person, 'owner')
      return person
    }
    const keeper = await made('ines', mine.farm_id)
    await made('mara', other.farm_id)
    const time = async (cookie?: string) => {
      const start = performance.now()
      const answer = await fetch(`${url}/api/revision?season=${id}`, { headers: cookie ? { cookie } : {} })
      await answer.text()
      if (!answer.ok) throw new Error(`asked by ${cookie ?? 'everyone'}: ${answer.status}`)
      return performance.now() - start
    }
    const many = async (cookie?: string) => {
      const times: number[] = []
      for (let i = 0; i < ASKED; i++) times.push(await time(cookie))
      return times.slice(ASKED / 6)
    }
    await many()
    const open = await many()
    await startSharing(db, keeper)
    const signedIn = async (name: string) => {
      const answer = await fetch(`${url}/api/auth/sign-in/email`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ email: `${name}@example.org`, password: PASSWORD }),
      })
      return answer.headers
        .getSetCookie()
        .map((one) => one.split(';')[0]!)
        .join('; ')
    }
    const person = await signedIn('ines')
    const phone = async (farm: string) =>
      `dove-step-phone=${(await joinPhone(db, (await addPhone(db, farm, 'Crew phone 1', null)).code))!.token}`
    const crew = await phone(mine.farm_id)
    await many(person)
    const [byPerson, byPhone] = [await many(person), await many(crew)]
    const stranger = [await signedIn('mara'), await phone(other.farm_id)]
    print({
      bench: 'who asks',
      requests: ASKED,
      open_ms: round(median(open)),
      person_ms: round(median(byPerson)),
      phone_ms: round(median(byPhone)),
      person_adds_ms: round(median(byPerson) - median(open)),
      phone_adds_ms: round(median(byPhone) - median(open)),
      limit_ms: 2,
    })

    // Everything of the farm that can be asked for by an id or an address.
    await invite(db, { farm: mine.farm_id, role: 'owner', by: keeper })
    const fit = (await (
      await fetch(`${url}/api/fit?season=${id}`, {
        method: 'POST',
        headers: { cookie: person, 'content-type': 'application/json' },
        body: '{}',
      })
    ).json()) as { run?: string }
    const run = fit.run ?? randomUUID()
    const at = 'sallow-ferry/2027'
    const record = (n: number) => ({
      season: id,
      records: [
        {
          id: randomUUID(),
          on: '2027-04-12',
          at: '2027-04-12T09:00:00.000Z',
          who: 'x',
          batch: season.plantings[n % season.plantings.length]!.key,
          what: { did: 'note' },
        },
      ],
    })
    const asks: ((n: number) => [method: string, path: string, body?: object])[] = [
      ...[
        'season.json',
        'journal.csv',
        'plan.csv',
        'tasks.ics',
        'sowing-list.csv',
        'left-out.json',
        'lists/lots.csv',
      ].map((file) => () => ['GET', `/out/${file}?season=${id}`] as [string, string]),
      ...['today', 'plan', 'people', 'audit', 'farm'].map(
        (view) => () => ['GET', `/${at}/${view}`] as [string, string],
      ),
      () => ['GET', `/api/revision?season=${id}`],
      () => ['GET', `/api/fit/${run}?season=${id}`],
      () => ['DELETE', `/api/fit/${run}?season=${id}`],
      () => ['POST', `/api/fit?season=${id}`, {}],
      () => ['PUT', `/api/photos/${randomUUID()}?season=${id}`, {}],
      () => ['GET', `/api/photos/${randomUUID()}?season=${id}`],
      () => ['GET', `/api/start-now?season=${id}`],
      () => ['POST', '/api/import/preview', { file: 'none', season: id }],
      () => ['POST', '/api/import/apply', { file: 'none', season: id, revision: 0 }],
      (n) => ['POST', '/api/records', record(n)],
    ]
    const rows = async () =>
      JSON.stringify(
        await Promise.all([
          ...(['record', 'journal', 'planting', 'photo', 'member', 'phone', 'fit_run'] as const).map((table) =>
            db
              .selectFrom(table as 'record')
              .select(({ fn }) => fn.countAll<string>().as('n'))
              .where('farm_id', '=', mine.farm_id)
              .executeTakeFirstOrThrow(),
          ),
          db.selectFrom('season').select('revision').where('season_id', '=', id).executeTakeFirstOrThrow(),
        ]),
      )
    const before = await rows()
    const random = seeded(17)
    let [left, seen] = [STRANGE, 0]
    const statuses: Record<string, number> = {}
    const one = async () => {
      while (left-- > 0) {
        const n = left
        const [method, path, body] = asks[Math.floor(random() * asks.length)]!(n)
        const answer = await fetch(`${url}${path}`, {
          method,
          redirect: 'manual',
          headers: { cookie: stranger[n % stranger.length]!, 'content-type': 'application/json' },
          ...(body ? { body: JSON.stringify(body) } : {}),
        })
        const text = await answer.text()
        statuses[answer.status] = (statuses[answer.status] ?? 0) + 1
        // Its name, its address below what is said of the page itself, and its people.
        if (/Sallow Ferry|ines@example|"ok":true/.test(text)) seen++
      }
    }
    await Promise.all(Array.from({ length: AT_ONCE }, one))
    const written = before === (await rows()) ? 0 : 1
    print({ bench: 'another farm asked for', requests: STRANGE, statuses, seen, written, limit: 0 })
    await stopSharing(db)
    if (seen > 0 || written > 0) process.exitCode = 1
  } finally {
    await close()
  }
})
