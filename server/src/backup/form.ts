import { z } from 'zod'

export const BACKUP_FORM = 'mild-parrot-backup/1'

/** The parts of a backup, by their names in the archive; see docs/operations.md. */
export const HEAD = 'backup.json'
export const TABLES = 'database/'
export const FILES = 'files/'
export const KEY = 'secret.key'
export const END = 'end.json'

/** What stands first: what is in the backup, and how far the database it is of was migrated. */
export const headSchema = z.object({
  form: z.string(),
  version: z.string(),
  at: z.string(),
  migrations: z.number().int().min(1),
  tables: z.array(z.object({ name: z.string().regex(/^[a-z_]+$/), rows: z.number().int().min(0) })),
})
export type BackupHead = z.infer<typeof headSchema>

/** What stands last: without it the backup was cut off. */
export const endSchema = z.object({ files: z.number().int().min(0) })

/** A backup that cannot be used, in words for whoever restores it. */
export class BackupProblem extends Error {}
