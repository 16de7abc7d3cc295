/**
 * Two early forms of the first migrations had other words in them. A database that was made by one of those is brought to
 * the form that all later ones stand on; any other is left as it is. It runs before everything that came after, and once.
 */
import { sql, type Kysely } from 'kysely'

/** The kind of a crop was called its library. */
const RENAME = `do $$ begin
  if exists (select from information_schema.columns
      where table_schema = current_schema and table_name = 'crop' and column_name = 'library')
    and not exists (select from information_schema.columns
      where table_schema = current_schema and table_name = 'crop' and column_name = 'kind')
  then alter table crop rename column library to kind; end if;
end $$`

/** References that do not go with what they refer to are checked when the transaction ends, so that a whole season can go at once. */
const DEFER = `do $$ declare one record; begin
  for one in select conrelid::regclass as of, conname from pg_constraint
    where contype = 'f' and confdeltype = 'a' and not condeferrable and connamespace = current_schema::regnamespace
      and conrelid::regclass::text = any (array['variety', 'lot', 'method', 'stage', 'planting'])
  loop execute format('alter table %s alter constraint %I deferrable initially deferred', one.of, one.conname); end loop;
end $$`

/** A check of days of the year had the name of its column where the end of the text was meant, and let nothing through. */
const CHECKS = `do $$ declare one record; begin
  for one in select conrelid::regclass as of, conname, pg_get_constraintdef(oid) as def from pg_constraint
    where contype = 'c' and connamespace = current_schema::regnamespace
      and pg_get_constraintdef(oid) ~ '\\|3\\[01\\]\\)[a-z_]+'''
  loop
    execute format('alter table %s drop constraint %I', one.of, one.conname);
    execute format('alter table %s add constraint %I %s', one.of, one.conname,
      regexp_replace(replace(one.def, ' NOT VALID', ''), '(\\|3\\[01\\]\\))[a-z_]+''', '\\1$''', 'g'));
  end loop;
end $$`

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql.raw('set constraints all immediate').execute(db)
  for (const repair of [RENAME, DEFER, CHECKS]) await sql.raw(repair).execute(db)
}

/** There is nothing to take back: what was repaired is as it should always have been. */
export async function down(): Promise<void> {}
