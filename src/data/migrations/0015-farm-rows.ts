/** Rows belong to their farm: whoever is let at one farm's rows gets at no other's, whatever is asked. */
import { sql, type Kysely } from 'kysely'

const OF_FARMS = `select c.relname from pg_class c join pg_attribute a on a.attrelid = c.oid
  where c.relnamespace = 'public'::regnamespace and c.relkind = 'r' and a.attname = 'farm_id' and not a.attisdropped`

/** The account that owns the tables is not held to it: it migrates them, and makes and restores backups. */
const CHANGES = `do $$ declare one text; begin
  for one in ${OF_FARMS} loop
    execute format('alter table %I enable row level security', one);
    execute format($policy$create policy of_its_farm on %I
      using (farm_id = nullif(current_setting('dove_step.farm', true), '')::uuid)$policy$, one);
  end loop;
end $$`

const BACK = `do $$ declare one text; begin
  for one in ${OF_FARMS} loop
    execute format('drop policy of_its_farm on %I', one);
    execute format('alter table %I disable row level security', one);
  end loop;
end $$`

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql.raw(CHANGES).execute(db)
}

export async function down(db: Kysely<unknown>): Promise<void> {
  await sql.raw(BACK).execute(db)
}
