/** Days of a batch's steps: as recorded, as planned before anybody kept records, or still to come. */
import { parseDay, type Day } from '../calendar/day'
import { isConfirmed, type Ledger } from '../ledger/ledger'
import type { Line } from '../ledger/records'

export class StepDays {
  /** Steps that are due and have not been recorded: they have not happened, and what follows is as if they were done tomorrow. */
  readonly held = new Map<string, Day>()
  private readonly confirmed: boolean

  /**
   * @param ledger of the batch or part
   * @param today the day it is
   * @param since first day records were kept: work before it counts as done where the batch is known to be sown
   */
  constructor(
    private readonly ledger: Ledger,
    private readonly today: Day,
    private readonly since: Day,
  ) {
    this.confirmed = isConfirmed(ledger)
  }

  /** The record that a step was done. */
  done(task: string, nth: number): Line<'task'> | undefined {
    return this.ledger.done.get(`${task}/${nth}`)
  }

  /** Whether a step is skipped. */
  dropped(task: string, nth: number): boolean {
    return this.ledger.dropped.has(`${task}/${nth}`)
  }

  /** Day a step was taken: as recorded, or as planned where nobody kept records yet. */
  readonly taken = (line: Line<'task'> | undefined, plannedOn: Day | undefined): Day | undefined =>
    line?.on ?? (this.confirmed && plannedOn !== undefined && plannedOn < this.since ? plannedOn : undefined)

  /** Day a step is postponed to; -Infinity where it is not. */
  until(task: string, nth: number): Day {
    const wait = this.ledger.waits.get(`${task}/${nth}`)
    return wait ? parseDay(wait.entry.what.until) : -Infinity
  }

  /** First day on which a step that was not recorded can be: tomorrow, or the day it is postponed to. */
  notBefore(task: string, nth: number): Day {
    return Math.max(this.today + 1, this.until(task, nth))
  }

  /** Day a step that was not recorded is forecast for; where it could have been taken by now, it is held. */
  hold(task: string, nth: number, due: Day): Day {
    const natural = Math.max(due, this.until(task, nth))
    if (natural <= this.today) this.held.set(`${task}/${nth}`, natural)
    return Math.max(due, this.notBefore(task, nth))
  }
}
