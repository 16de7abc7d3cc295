/** Calendars that people's own programs read again and again, and what these were told. */
import { sql, type Kysely } from 'kysely'

const OF_ITS_FARM = `using (farm_id = nullif(current_setting('dove_step.farm', true), '')::uuid)`

const CHANGES = [
  // It is known by a token that its address alone holds. Whose it is: nobody's where nobody has to sign in.
  `create table calendar (farm_id uuid not null references farm on delete cascade,
    calendar_id uuid not null default gen_random_uuid(), person_id text references person on delete cascade,
    token_hash text not null unique, name text not null check (length(name) between 1 and 60), facts jsonb not null,
    locale text not null, units text not null check (units in ('metric', 'us')),
    made_at timestamptz not null default now(), read_at timestamptz, primary key (farm_id, calendar_id))`,
  `create table calendar_entry (farm_id uuid not null, calendar_id uuid not null, entry text not null, day date not null,
    title text not null, digest text not null, sequence int not null check (sequence >= 0), changed_at timestamptz not null,
    gone_at timestamptz, primary key (farm_id, calendar_id, entry),
    foreign key (farm_id, calendar_id) references calendar on delete cascade)`,
  ...['calendar', 'calendar_entry'].flatMap((table) => [
    `alter table ${table} enable row level security`,
    `create policy of_its_farm on ${table} ${OF_ITS_FARM}`,
  ]),
]

export async function up(db: Kysely<unknown>): Promise<void> {
  for (const change of CHANGES) await sql.raw(change).execute(db)
}

export async function down(db: Kysely<unknown>): Promise<void> {
  for (const table of ['calendar_entry', 'calendar']) await sql.raw(`drop table ${table}`).execute(db)
}
