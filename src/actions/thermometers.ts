/** Thermometers that send by themselves, and the broker of a farm. */
'use server'
import { z } from 'zod'
import { removeBroker, setBroker } from '../data/broker-repository'
import { rowsOf } from '../data/database'
import { addThermometer, changeThermometer, removeThermometer, renewKey } from '../data/thermometer-repository'
import { noteDone } from './audited'
import { seasonNamed } from './season-in-view'

const Facts = z
  .strictObject({
    name: z.string().trim().min(1).max(60),
    place: z.string().min(1).max(120),
    unit: z.enum(['C', 'F']),
    below: z.number().min(-60).max(70).optional(),
    above: z.number().min(-60).max(70).optional(),
    topic: z
      .string()
      .trim()
      .min(1)
      .max(200)
      .regex(/^[^#+\0]+$/)
      .optional(),
  })
  .refine(({ below, above }) => below === undefined || above === undefined || below < above)

/** Adds a thermometer to the farm of a season. @returns the key it sends with: it is not told again */
export async function newThermometer(
  seen: string,
  facts: unknown,
): Promise<{ id: string; key: string } | 'name-taken' | undefined> {
  const found = await seasonNamed(seen, 'plan')
  if (!found) return undefined
  const read = Facts.parse(facts)
  const added = await addThermometer(rowsOf(found.id), found.id.farm_id, read)
  if (added !== 'name-taken') await noteDone(found.id.farm_id, 'thermometer-added', read.name)
  return added
}

/** Changes what is said of one. */
export async function editThermometer(
  seen: string,
  id: string,
  facts: unknown,
): Promise<'changed' | 'name-taken' | 'none'> {
  const found = await seasonNamed(seen, 'plan')
  if (!found) return 'none'
  return changeThermometer(rowsOf(found.id), found.id.farm_id, z.uuid().parse(id), Facts.parse(facts))
}

/** Gives one another key. @returns the key; it is not told again */
export async function newThermometerKey(seen: string, id: string): Promise<string | undefined> {
  const found = await seasonNamed(seen, 'plan')
  return found && renewKey(rowsOf(found.id), found.id.farm_id, z.uuid().parse(id))
}

/** Deletes one; the days it measured stay. */
export async function deleteThermometer(seen: string, id: string): Promise<void> {
  const found = await seasonNamed(seen, 'plan')
  const name = found && (await removeThermometer(rowsOf(found.id), found.id.farm_id, z.uuid().parse(id)))
  if (name !== undefined) await noteDone(found!.id.farm_id, 'thermometer-removed', name)
}

const BrokerFacts = z.strictObject({
  address: z
    .string()
    .trim()
    .max(300)
    .regex(/^mqtts?:\/\/[^\s/?#@]+\/?$/i),
  username: z.string().max(200).optional(),
  password: z.string().max(200).optional(),
})

/** Sets the broker of the farm of a season. */
export async function setFarmBroker(seen: string, facts: unknown): Promise<void> {
  const found = await seasonNamed(seen, 'own')
  if (!found) return
  const read = BrokerFacts.parse(facts)
  await setBroker(rowsOf(found.id), found.id.farm_id, read)
  await noteDone(found.id.farm_id, 'broker-set', read.address)
}

/** The farm of a season has no broker any more. */
export async function deleteFarmBroker(seen: string): Promise<void> {
  const found = await seasonNamed(seen, 'own')
  if (found) await removeBroker(rowsOf(found.id), found.id.farm_id)
}
