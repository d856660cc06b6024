import { sql } from 'drizzle-orm'
import type { Database } from '../database'

type Runs = Pick<Database, 'execute'>

/** The tables of the product, each after those its rows point to. */
export async function tablesInOrder(db: Runs): Promise<string[]> {
  const { rows: tables } = await db.execute<{ name: string }>(
    sql`select relname as name from pg_class where relkind = 'r' and relnamespace = 'public'::regnamespace order by 1`,
  )
  const { rows: arrows } = await db.execute<{ of: string; to: string }>(
    sql`select conrelid::regclass::text as "of", confrelid::regclass::text as "to" from pg_constraint
        where contype = 'f' and connamespace = 'public'::regnamespace and conrelid <> confrelid`,
  )
  const ordered: string[] = []
  const waiting = new Set(tables.map(({ name }) => name))
  while (waiting.size > 0) {
    const free = [...waiting].filter((name) => !arrows.some(({ of, to }) => of === name && waiting.has(to)))
    if (free.length === 0) throw new Error(`The tables ${[...waiting].join(', ')} point to each other in a circle.`)
    for (const name of free) waiting.delete(name)
    ordered.push(...free)
  }
  return ordered
}

/** How many migrations the database has been through. */
export async function migrationsDone(db: Runs): Promise<number> {
  const { rows } = await db.execute<{ number: number }>(
    sql`select count(*)::int as number from drizzle.__drizzle_migrations`,
  )
  return rows[0]!.number
}

/** Rows fetched, or put in, by one statement. */
export const PAGE = 500

/** The rows of a table as lines of JSON. Inside a transaction, since a cursor lives no longer. */
export async function* rowsOf(tx: Runs, table: string): AsyncGenerator<string[]> {
  await tx.execute(
    sql`declare kept no scroll cursor for select row_to_json(t)::text as line from ${sql.identifier(table)} t`,
  )
  for (;;) {
    const { rows } = await tx.execute<{ line: string }>(sql.raw(`fetch ${PAGE} from kept`))
    if (rows.length === 0) break
    yield rows.map(({ line }) => line)
  }
  await tx.execute(sql`close kept`)
}

/** Puts lines of JSON, a page of them at most, into a table as its rows. */
export async function putRows(tx: Runs, table: string, lines: readonly string[]): Promise<void> {
  if (lines.length === 0) return
  const name = sql.identifier(table)
  const list = `[${lines.join(',')}]`
  await tx.execute(sql`insert into ${name} select * from json_populate_recordset(null::${name}, ${list}::json)`)
}
