/** Young plants that are bought in: what is still to be ordered, and what is ordered and to come. */
import { workOfOne } from '../advice/work'
import type { Batch } from '../batch/batch'
import type { Task } from '../batch/tasks'
import type { Day } from '../calendar/day'
import type { Plan } from '../plan/plan'

/** Young plants for one batch. */
export interface PlantsToOrder {
  batch: Batch
  /** Those that do not pass on arrival included. */
  plants: number
  orderBy: Day
  arrives: Day
  /** Of one; `undefined` where nobody knows it. */
  price: number | undefined
  /** The task that is ticked off once they are ordered; `undefined` where they are. */
  order: Task | undefined
}

/** All young plants that are still to come, what is to be ordered first before what is ordered. */
export function plantsToOrder(plan: Plan): PlantsToOrder[] {
  return plan.batches
    .flatMap((batch): PlantsToOrder[] => {
      const { way, sizing } = batch
      const { sowing } = way.method
      if (sowing.policy !== 'bought' || !sizing || sizing.cells === 0) return []
      const works = workOfOne(plan, batch)
      const comes = works.find(({ task }) => task.kind === 'receive')
      if (comes?.state !== 'open') return []
      const order = works.find(({ task }) => task.kind === 'order')
      return [
        {
          batch,
          plants: sizing.cells,
          orderBy: order?.due ?? batch.sow! - sowing.orderDays,
          arrives: comes.task.day,
          price: sowing.price,
          order: order?.state === 'open' ? order.task : undefined,
        },
      ]
    })
    .sort(
      (a, b) =>
        Number(a.order === undefined) - Number(b.order === undefined) ||
        a.orderBy - b.orderBy ||
        (a.batch.code < b.batch.code ? -1 : 1),
    )
}
