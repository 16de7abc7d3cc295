/** What people have practised: every answer to a drill. */
import { sql, type Kysely } from 'kysely'

const OF_ITS_FARM = `using (farm_id = nullif(current_setting('dove_step.farm', true), '')::uuid)`

const CHANGES = [
  // Whose it is goes by the sign-in; where nobody has to sign in, or on a phone that a crew shares, by the name alone.
  `create table drill_answer (farm_id uuid not null references farm on delete cascade, answer_id uuid not null,
    person_id text references person on delete cascade, who text not null check (length(who) between 1 and 120),
    card text not null check (length(card) <= 80 and card ~ '^[a-z-]+(/[a-z0-9-]+)?$'), was_right boolean not null,
    answered_at timestamptz not null, primary key (farm_id, answer_id))`,
  `create index drill_answer_whose on drill_answer (farm_id, who, answered_at)`,
  `alter table drill_answer enable row level security`,
  `create policy of_its_farm on drill_answer ${OF_ITS_FARM}`,
]

export async function up(db: Kysely<unknown>): Promise<void> {
  for (const change of CHANGES) await sql.raw(change).execute(db)
}

export async function down(db: Kysely<unknown>): Promise<void> {
  await sql.raw('drop table drill_answer').execute(db)
}
