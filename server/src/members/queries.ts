import { and, count, eq, gt, isNull, lt, sql } from 'drizzle-orm'
import type { Member, Role } from '@parrot/contract'
import { invitations, memberKeys, members, sessions, type Database } from '../database'
import { HttpProblem, notFound } from '../http/problems'
import { newId } from '../ids'
import { isPassword, sealPassword } from './passwords'
import { newToken, sumOf } from './tokens'

export type MemberRow = typeof members.$inferSelect

const DAY_MS = 24 * 60 * 60_000
/** A session ends so long after it was last used. */
export const SESSION_MS = 30 * DAY_MS
const INVITATION_MS = 7 * DAY_MS
/** So many wrong passwords in a row lock a member out for so long; a link from an owner is the way back. */
const MOST_FAILURES = 8
const LOCKED_MS = 15 * 60_000

/** Members that were not taken out. */
const isHere = isNull(members.removedAt)

export const shownMember = ({ id, name, email, role, groups, lastSeenAt, lockedUntil }: MemberRow): Member => ({
  id,
  name,
  email,
  role,
  groups,
  lastSeenAt: lastSeenAt?.toISOString() ?? null,
  lockedUntil: lockedUntil && lockedUntil > new Date() ? lockedUntil.toISOString() : null,
})

/** Whether anybody signs in here. */
export async function hasMembers(db: Database): Promise<boolean> {
  const [row] = await db.select({ id: members.id }).from(members).where(isHere).limit(1)
  return row !== undefined
}

export const listMembers = (db: Database): Promise<MemberRow[]> =>
  db.select().from(members).where(isHere).orderBy(members.name)

export async function memberByEmail(db: Database, email: string): Promise<MemberRow | undefined> {
  const [row] = await db
    .select()
    .from(members)
    .where(and(eq(members.email, email), isHere))
  return row
}

/** Makes a member. The first one owns everything; of two first ones at the same moment one is told so. */
export async function addMember(
  db: Database,
  { name, email, password }: { name: string; email: string; password: string },
  role: Role | null,
  isFirst = false,
): Promise<MemberRow> {
  const sealed = await sealPassword(password)
  return db.transaction(async (tx) => {
    if (isFirst) {
      await tx.execute(sql`lock table ${members} in exclusive mode`)
      const [known] = await tx.select({ number: count() }).from(members)
      if (known!.number > 0)
        throw new HttpProblem(409, 'There are members already.', 'Sign in, or ask for an invitation.')
    }
    const [row] = await tx.insert(members).values({ id: newId(), name, email, password: sealed, role }).returning()
    return row!
  })
}

/** The member an address and a password are of; throws one and the same problem for a wrong one of either. */
export async function signedIn(db: Database, email: string, password: string): Promise<MemberRow> {
  const wrong = new HttpProblem(401, 'E-mail address or password is wrong.', 'Look at both and try again.', {
    code: 'wrong-password',
  })
  const member = await memberByEmail(db, email)
  if (!member) {
    // It takes as long as a known address would, so that nobody learns which are known.
    await sealPassword(password)
    throw wrong
  }
  if (member.lockedUntil && member.lockedUntil > new Date())
    throw new HttpProblem(
      423,
      'Too many wrong passwords were given.',
      'Wait a quarter of an hour, or ask an owner for a link to set a new one.',
      { code: 'locked' },
    )
  if (!(await isPassword(password, member.password))) {
    const [row] = await db
      .update(members)
      .set({ failures: sql`${members.failures} + 1` })
      .where(eq(members.id, member.id))
      .returning({ failures: members.failures })
    if (row && row.failures >= MOST_FAILURES)
      await db
        .update(members)
        .set({ failures: 0, lockedUntil: new Date(Date.now() + LOCKED_MS) })
        .where(eq(members.id, member.id))
    throw wrong
  }
  await db.update(members).set({ failures: 0, lockedUntil: null }).where(eq(members.id, member.id))
  return member
}

/** Opens a session; gives what the browser holds of it. */
export async function openSession(db: Database, memberId: string): Promise<string> {
  const token = newToken()
  await db.delete(sessions).where(lt(sessions.until, new Date()))
  await db.insert(sessions).values({ tokenHash: sumOf(token), memberId, until: new Date(Date.now() + SESSION_MS) })
  await db.update(members).set({ lastSeenAt: new Date() }).where(eq(members.id, memberId))
  return token
}

/** Whose session it is. It goes on for as long as it is used; how often it is used is noted once a day. */
export async function memberOfSession(db: Database, token: string): Promise<MemberRow | undefined> {
  const [row] = await db
    .select({ member: members, session: sessions })
    .from(sessions)
    .innerJoin(members, eq(members.id, sessions.memberId))
    .where(and(eq(sessions.tokenHash, sumOf(token)), gt(sessions.until, new Date()), isHere))
  if (!row) return undefined
  if (row.session.until.getTime() - Date.now() < SESSION_MS - DAY_MS) {
    await db
      .update(sessions)
      .set({ until: new Date(Date.now() + SESSION_MS) })
      .where(eq(sessions.tokenHash, row.session.tokenHash))
    await db.update(members).set({ lastSeenAt: new Date() }).where(eq(members.id, row.member.id))
  }
  return row.member
}

export const closeSession = (db: Database, token: string) =>
  db.delete(sessions).where(eq(sessions.tokenHash, sumOf(token)))

/** Signs a member out everywhere. */
export const closeSessions = (db: Database, memberId: string) =>
  db.delete(sessions).where(eq(sessions.memberId, memberId))

/** Changes what a member may do with all agents. Somebody must own them. */
export async function changeMember(db: Database, id: string, role: Role | null): Promise<void> {
  await db.transaction(async (tx) => {
    const rows = await tx.update(members).set({ role }).where(eq(members.id, id)).returning()
    if (rows.length === 0) throw notFound('member')
    await mustHaveOwner(tx)
  })
}

/** Puts a member into groups, and out of all others. A group is there while somebody is in it. */
export async function setGroups(db: Database, id: string, groups: readonly string[]): Promise<void> {
  const rows = await db
    .update(members)
    .set({ groups: [...new Set(groups)].sort() })
    .where(eq(members.id, id))
    .returning({ id: members.id })
  if (rows.length === 0) throw notFound('member')
}

/** Takes a member out: sessions end, keys open nothing. What the member made stays, and the way back is open. */
export async function removeMember(db: Database, id: string): Promise<void> {
  await db.transaction(async (tx) => {
    const rows = await tx
      .update(members)
      .set({ removedAt: new Date() })
      .where(and(eq(members.id, id), isHere))
      .returning()
    if (rows.length === 0) throw notFound('member')
    await mustHaveOwner(tx)
    await tx.delete(sessions).where(eq(sessions.memberId, id))
  })
}

/** Takes a member in again, as before. */
export async function restoreMember(db: Database, id: string): Promise<void> {
  const rows = await db.update(members).set({ removedAt: null }).where(eq(members.id, id)).returning()
  if (rows.length === 0) throw notFound('member')
}

async function mustHaveOwner(tx: Pick<Database, 'select'>): Promise<void> {
  const [owners] = await tx
    .select({ number: count() })
    .from(members)
    .where(and(eq(members.role, 'owner'), isHere))
  if (owners!.number === 0)
    throw new HttpProblem(409, 'Somebody must own everything.', 'Make another member an owner first.')
}

/** Makes a link for an address; an earlier one for it is good no longer. */
export async function invite(db: Database, email: string, role: Role | null): Promise<{ id: string; token: string }> {
  const token = newToken()
  const id = newId()
  await db.delete(invitations).where(eq(invitations.email, email))
  await db
    .insert(invitations)
    .values({ id, tokenHash: sumOf(token), email, role, until: new Date(Date.now() + INVITATION_MS) })
  return { id, token }
}

export const openInvitations = (db: Database) =>
  db.select().from(invitations).where(gt(invitations.until, new Date())).orderBy(invitations.createdAt)

export const withdrawInvitation = (db: Database, id: string) => db.delete(invitations).where(eq(invitations.id, id))

export async function invitationBy(db: Database, token: string): Promise<typeof invitations.$inferSelect> {
  const [row] = await db
    .select()
    .from(invitations)
    .where(and(eq(invitations.tokenHash, sumOf(token)), gt(invitations.until, new Date())))
  if (!row)
    throw new HttpProblem(
      404,
      'This link is good no longer.',
      'It was used, withdrawn, or is older than a week. Ask for another.',
    )
  return row
}

/** Lets in whom a link was made for: as a new member, or a known one with a new password, signed out elsewhere. */
export async function acceptInvitation(
  db: Database,
  token: string,
  { name, password }: { name?: string; password: string },
): Promise<MemberRow> {
  const { id, email, role } = await invitationBy(db, token)
  const known = await memberByEmail(db, email)
  if (!known && !name) throw new HttpProblem(400, 'Write your name.')
  // The link is taken first: of two who use it at the same moment one comes in.
  const taken = await db.delete(invitations).where(eq(invitations.id, id)).returning()
  if (taken.length === 0) throw new HttpProblem(409, 'This link was used just now.')
  if (!known) {
    // Somebody who was taken out and is invited again is a new member, under the same address.
    await db
      .update(members)
      .set({ email: sql`${members.id}` })
      .where(eq(members.email, email))
    return addMember(db, { name: name!, email, password }, role)
  }
  await setPassword(db, known.id, password)
  return known
}

/** Sets a password, and signs the member out wherever else. */
export async function setPassword(db: Database, memberId: string, password: string): Promise<void> {
  const sealed = await sealPassword(password)
  await db.update(members).set({ password: sealed, failures: 0, lockedUntil: null }).where(eq(members.id, memberId))
  await closeSessions(db, memberId)
}

/** Makes a key by which programs act as a member; it is shown once. */
export async function addKey(db: Database, memberId: string, name: string) {
  const key = `parrot_${newToken()}`
  const [row] = await db
    .insert(memberKeys)
    .values({ id: newId(), memberId, name, keyHash: sumOf(key) })
    .returning()
  return { row: row!, key }
}

export const keysOf = (db: Database, memberId: string) =>
  db.select().from(memberKeys).where(eq(memberKeys.memberId, memberId)).orderBy(memberKeys.createdAt)

export async function removeKey(db: Database, memberId: string, id: string): Promise<void> {
  const rows = await db
    .delete(memberKeys)
    .where(and(eq(memberKeys.id, id), eq(memberKeys.memberId, memberId)))
    .returning()
  if (rows.length === 0) throw notFound('key')
}

/** Whose key it is; when it was used is noted, to the minute. */
export async function memberOfKey(db: Database, key: string): Promise<MemberRow | undefined> {
  const [row] = await db
    .select({ member: members, key: memberKeys })
    .from(memberKeys)
    .innerJoin(members, eq(members.id, memberKeys.memberId))
    .where(and(eq(memberKeys.keyHash, sumOf(key)), isHere))
  if (!row) return undefined
  if (Date.now() - (row.key.lastUsedAt?.getTime() ?? 0) > 60_000)
    await db.update(memberKeys).set({ lastUsedAt: new Date() }).where(eq(memberKeys.id, row.key.id))
  return row.member
}
