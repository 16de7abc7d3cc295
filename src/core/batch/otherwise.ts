/** A method as one batch is raised by it: with another place, container or pot-up point here and there. */
import type { Method, Otherwise, Stage } from '../../season/schema'
import { isBoughtIn } from '../sowing/policies'

const made = new WeakMap<Method, Map<string, Method>>()

/**
 * The method a batch is raised by.
 *
 * A place it is held in becomes a stage that changes only the place, so many days before hardening. The same method
 * and changes give the same object, so that batches raised alike share what is computed of it.
 *
 * @param methods methods of the season by key
 */
export function raisedBy(
  method: Method,
  otherwise: Otherwise | undefined,
  methods: ReadonlyMap<string, Method>,
): Method {
  if (!otherwise) return method
  const base = (otherwise.method === undefined ? undefined : methods.get(otherwise.method)) ?? method
  let own = made.get(base)
  if (!own) made.set(base, (own = new Map()))
  const { germinateAt, places, containers, hardenAt, potUpPoint, hold, anyDay } = otherwise
  const id = JSON.stringify([germinateAt, places, containers, hardenAt, potUpPoint, hold, anyDay])
  let raised = own.get(id)
  if (!raised) own.set(id, (raised = change(base, otherwise)))
  return raised
}

function change(
  method: Method,
  { germinateAt, places, containers, hardenAt, potUpPoint, hold, anyDay = method.anyDay }: Otherwise,
): Method {
  const stages = method.stages.map((stage, i): Stage => {
    const next: Stage = { ...stage, place: places?.[i] ?? stage.place }
    if (stage.container !== undefined) next.container = containers?.[i] ?? stage.container
    if (i === 0 && germinateAt !== undefined && !isBoughtIn(method)) next.germinateAt = germinateAt
    if (potUpPoint !== undefined) delete next.potUpPoint
    return next
  })
  const hardening =
    hardenAt === undefined || method.hardening.days === 0 ? method.hardening : { ...method.hardening, place: hardenAt }
  if (hold && stages.length > 0) {
    const days = hardening.days + hold.days
    const later = stages.findIndex(
      ({ when }) => when && 'daysBeforePlanting' in when && when.daysBeforePlanting <= days,
    )
    stages.splice(later < 0 ? stages.length : later, later < 0 ? 0 : 1, {
      place: hold.place,
      survival: 1,
      when: { daysBeforePlanting: days },
    })
  }
  return {
    ...method,
    stages,
    hardening,
    potUpPoint: potUpPoint ?? method.potUpPoint,
    ...(anyDay === undefined ? {} : { anyDay }),
  }
}
