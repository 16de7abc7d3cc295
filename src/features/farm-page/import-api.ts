/** Season documents of any size, sent as files: taken as they come, looked at and imported by a process of their own. */
import { existsSync } from 'node:fs'
import { z } from 'zod'
import { TooManyWaiting } from '../../data/beside'
import { bring, broughtAt, dropBrought, FileTooLong } from '../../data/brought/brought-file'
import { noteDone } from '../../actions/audited'
import { asker, assertMayBegin, byOf, byWhom } from '../../actions/asker'
import { ownedByAsker } from '../../actions/owned'
import { seasonNamed } from '../../actions/season-in-view'
import { database } from '../../data/database'
import { seasonOfId, type SeasonFound } from '../../data/farm-repository'
import type { By } from '../../data/journal'
import { applyBeside, previewBeside } from './import-beside'
import type { ImportResult } from './import-file'

const MOST_BYTES = 100_000_000

const Preview = z.strictObject({ file: z.string().max(100), season: z.uuid().nullable() })
const Apply = Preview.extend({ revision: z.int().min(0) })

/** What an import came to, with the address of the farm where it became one. */
export type ImportAnswer = ImportResult & { at?: string | undefined }

const problem = (text: string, status: number) => Response.json({ problem: text }, { status })

/** Takes a document that is sent, as it comes. */
export async function takeDocument(request: Request): Promise<Response> {
  await assertMayBegin()
  try {
    return Response.json({ file: await bring(request, MOST_BYTES) })
  } catch (error) {
    if (error instanceof FileTooLong) return problem('A season document has at most 100 MB.', 413)
    throw error
  }
}

/** What bringing it in would change. */
export async function previewDocument(request: Request): Promise<Response> {
  const asked = Preview.safeParse(await request.json().catch(() => undefined))
  if (!asked.success) return problem('Say which file, and which season it may replace.', 400)
  const at = await seasonFor(asked.data.season)
  return withFile(asked.data.file, async (file) =>
    Response.json(await previewBeside({ file, season: at?.id.season_id ?? null })),
  )
}

/** Brings it in. */
export async function applyDocument(request: Request): Promise<Response> {
  const asked = Apply.safeParse(await request.json().catch(() => undefined))
  if (!asked.success) return problem('Say which file, which season, and the revision it was compared with.', 400)
  const { file: name, season, revision } = asked.data
  const at = await seasonFor(season)
  // It is gone since, or was never theirs to see.
  if (season !== null && !at) return Response.json({ ok: false, reason: 'changed-since' } satisfies ImportAnswer)
  const by = await byFor(at)
  return withFile(name, async (file) => {
    const result = await applyBeside({ file, season, revision, by })
    if (!result.ok) return Response.json(result)
    await dropBrought(name)
    const { farm_id } = (await seasonOfId(database(), result.season))!.id
    if (season === null) await ownedByAsker(farm_id)
    await noteDone(farm_id, 'imported')
    return Response.json({ ...result, at: (await seasonNamed(result.season, 'read'))?.at } satisfies ImportAnswer)
  })
}

/** The season that is to be replaced; none for a farm of its own. @throws NotAllowed, SignedOut where they may not */
async function seasonFor(season: string | null): Promise<SeasonFound | undefined> {
  await assertMayBegin()
  return season === null ? undefined : seasonNamed(season, 'plan')
}

/** Who imports. */
async function byFor(found: SeasonFound | undefined): Promise<By> {
  if (found) return byWhom('plan', found.id.farm_id)
  return byOf(await asker())
}

/** Does something with a file that was sent. */
async function withFile(name: string, work: (path: string) => Promise<Response>): Promise<Response> {
  const path = broughtAt(name)
  if (!path || !existsSync(path)) return problem('That file is no longer there. Choose it again.', 404)
  try {
    return await work(path)
  } catch (error) {
    if (error instanceof TooManyWaiting)
      return problem('Other files are being imported. Try again in a minute; nothing was changed.', 429)
    throw error
  }
}
