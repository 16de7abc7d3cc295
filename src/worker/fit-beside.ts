/** Making a plan fit in a worker of the page: it is given a season and tells how it goes; to stop it is to end the worker. */
import type { Season } from '../season/schema'
import type { FitAsked } from '../core/hold/hold'
import { fitPlan, type FitStatus } from './fit-plan'

const TELL_EVERY = 120 // ms between news, unless something better was found

/** Fits a plan, and tells now and then how it goes. */
export async function fitBeside(
  season: Season,
  { from, today, wanted }: FitAsked,
  onNews: (status: FitStatus) => void,
): Promise<FitStatus> {
  let told = 0
  let picks: FitStatus['picks'] | undefined
  return fitPlan(season, from, {
    today,
    wanted,
    onNews: (status) => {
      const now = performance.now()
      if (status.picks === picks && now - told < TELL_EVERY) return
      told = now
      picks = status.picks
      onNews(status)
    },
  })
}
