/** Farms and seasons have an address each, a demo farm says that it is one, and a season can be put away. */
import { sql, type Kysely } from 'kysely'

/** A name as part of an address, as it was made when this landed. */
const addressOf = (name: string, without: string): string =>
  name
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .slice(0, 40)
    .replace(/^-+|-+$/g, '') || without

/** The first of a name, and of a name with a number behind it, that is not taken yet. */
function free(address: string, taken: Set<string>): string {
  let one = address
  for (let n = 2; taken.has(one); n++) one = `${address}-${n}`
  taken.add(one)
  return one
}

/** Names of the views, and what else an address may begin with. */
const NOT_FARMS =
  'today plan benches field seed labels know-how journal readings learned sowing batch farm what-if api out b dev farms begin'

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`alter table farm add column address text, add column demo boolean not null default false`.execute(db)
  await sql`alter table season add column address text, add column archived_at timestamptz`.execute(db)
  const farms = await sql<{ farm_id: string; name: string }>`
    select farm_id, name from farm order by created_at, farm_id`.execute(db)
  const taken = new Set(NOT_FARMS.split(' '))
  for (const { farm_id, name } of farms.rows) {
    const address = free(addressOf(name, 'my-farm'), taken)
    await sql`update farm set address = ${address} where farm_id = ${farm_id}`.execute(db)
    const seasons = await sql<{ season_id: string; name: string; what_if: string | null }>`
      select season_id, name, what_if from season where farm_id = ${farm_id}
      order by what_if_of is not null, opened_at, season_id`.execute(db)
    const own = new Set<string>()
    for (const season of seasons.rows) {
      const at = free(addressOf(`${season.name} ${season.what_if ?? ''}`, 'season'), own)
      await sql`update season set address = ${at} where season_id = ${season.season_id}`.execute(db)
    }
  }
  await sql`set constraints all immediate`.execute(db)
  await sql`alter table farm alter column address set not null, add constraint farm_address_key unique (address)`.execute(
    db,
  )
  await sql`alter table season alter column address set not null,
    add constraint season_address_key unique (farm_id, address)`.execute(db)
}

export async function down(db: Kysely<unknown>): Promise<void> {
  await sql`set constraints all immediate`.execute(db)
  await sql`alter table season drop column address, drop column archived_at`.execute(db)
  await sql`alter table farm drop column address, drop column demo`.execute(db)
}
