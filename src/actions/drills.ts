/** What is practised: everybody keeps their own answers; planners see who has practised what. */
'use server'
import { z } from 'zod'
import { rowsOf } from '../data/database'
import { answersOf, keepAnswers, practisedOn, type Practising } from '../data/drill-repository'
import type { SeasonFound } from '../data/farm-repository'
import { DrillAnswer, MOST_ANSWERS, type Practised } from '../season/drills'
import type { Asker } from '../season/roles'
import { asker } from './asker'
import { seasonNamed } from './season-in-view'

const Name = z.string().trim().min(1).max(120)

/** Whose answers they are: whoever signed in, whatever name is sent. */
function whose({ id }: SeasonFound, one: Asker, who: unknown): Practising {
  return one.kind === 'person'
    ? { farm: id.farm_id, person: one.id, who: one.name }
    : { farm: id.farm_id, person: null, who: Name.parse(who) }
}

/**
 * Keeps answers and gives back all there are of the one who answered.
 *
 * @param seen id of the season the page shows
 * @param who the name on the device
 * @returns nothing where there is no such season any more
 */
export async function keepDrillAnswers(
  seen: string,
  who: unknown,
  answers: unknown,
): Promise<DrillAnswer[] | undefined> {
  const found = await seasonNamed(seen, 'record')
  if (!found) return undefined
  const own = whose(found, await asker(), who)
  const rows = rowsOf(found.id)
  await keepAnswers(rows, own, z.array(DrillAnswer).max(MOST_ANSWERS).parse(answers))
  return answersOf(rows, own)
}

/** Who has practised what. @returns nothing where there is no such season any more */
export async function practised(seen: string): Promise<Practised[] | undefined> {
  const found = await seasonNamed(seen, 'plan')
  return found && practisedOn(rowsOf(found.id), found.id.farm_id)
}
