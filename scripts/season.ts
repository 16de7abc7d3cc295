/** npm run season -- compute FILE [DAY] | check FILE | fit FILE | begin ANSWERS: seasons on the command line; "-" reads standard input. */
import { readFileSync } from 'node:fs'
import { z } from 'zod'
import { parseDay } from '../src/core/calendar/day'
import type { HoldWanted } from '../src/core/hold/hold'
import { fitReport } from '../src/interchange/fit-report'
import { planReport } from '../src/interchange/plan-report'
import { readJson, readSeasonText } from '../src/interchange/season-file'
import { begin } from '../src/library/begin'
import type { Season } from '../src/season/schema'
import { fitPlan } from '../src/worker/fit-plan'

const USAGE = `Usage:
  npm run season -- compute FILE [DAY]
                                    print the computed plan as JSON; with DAY (YYYY-MM-DD), what was recorded up to it
                                    counts, and every batch and part says how far it is and what became of it
  npm run season -- check FILE      only say what is wrong with the document
  npm run season -- fit FILE [DAY]  propose the fewest changes that make the plan fit, as JSON, with the season as it
                                    would be; nothing before DAY (YYYY-MM-DD) changes. Ctrl-C prints the best so far.
  npm run season -- fit FILE [DAY] --hold CHANCE/OVER
                                    the same, so that it holds in years that might be: what is promised is there in time
                                    in CHANCE of 100 years, and no place is over in a week in more than OVER of 100 (90/10)
  npm run season -- begin ANSWERS   print the season document that the guided start makes of these answers
FILE and ANSWERS may be - for standard input.`

const COMMANDS = ['compute', 'check', 'fit', 'begin']

async function main(all: string[]): Promise<number> {
  const { given, wanted, wrong } = holding(all)
  const [command, file, day] = given
  if (wrong !== undefined) {
    console.error(wrong)
    return 1
  }
  if (!COMMANDS.includes(command ?? '') || file === undefined) {
    console.error(USAGE)
    return 1
  }
  let text: string
  try {
    text = readFileSync(file === '-' ? 0 : file, 'utf8')
  } catch (error) {
    console.error(`${file}: ${error instanceof Error ? error.message : String(error)}`)
    return 1
  }
  if (command === 'begin') return beginWith(text)
  const read = readSeasonText(text)
  if (!read.ok) {
    for (const { path, message } of read.problems) console.error(path ? `${path}: ${message}` : message)
    return 1
  }
  if (day !== undefined && !z.iso.date().safeParse(day).success) {
    console.error(`${day} is not a day: write it as YYYY-MM-DD.`)
    return 1
  }
  if (command === 'fit') {
    console.log(JSON.stringify(await fitted(read.season, day, wanted), null, 1))
    return 0
  }
  if (command === 'compute')
    console.log(JSON.stringify(planReport(read.season, day === undefined ? undefined : parseDay(day)), null, 1))
  else console.error(`Nothing wrong: ${read.season.plantings.length} plantings.`)
  return 0
}

/** What is to hold, taken out of what was given. */
function holding(all: readonly string[]): { given: string[]; wanted?: HoldWanted; wrong?: string } {
  const at = all.indexOf('--hold')
  if (at < 0) return { given: [...all] }
  const given = all.filter((_, i) => i !== at && i !== at + 1)
  const [, chance, over] = /^(\d{1,3})\/(\d{1,3})$/.exec(all[at + 1] ?? '') ?? []
  const shares = { chance: Number(chance) / 100, over: Number(over) / 100 }
  if (chance === undefined || shares.chance <= 0 || shares.chance >= 1 || shares.over >= 1)
    return { given, wrong: 'Write --hold as CHANCE/OVER, in 100 years: --hold 90/10.' }
  return { given, wanted: shares }
}

/** Prints the season that answers make, or everything that is wrong with them. */
function beginWith(text: string): number {
  const answers = readJson(text)
  if (!answers.ok) {
    console.error(answers.message)
    return 1
  }
  const begun = begin(answers.value)
  if (!begun.ok) {
    for (const { path, message } of begun.problems) console.error(path ? `${path}: ${message}` : message)
    return 1
  }
  console.log(JSON.stringify(begun.document, null, 1))
  return 0
}

/** Makes the plan fit, saying on standard error how far it has come. */
async function fitted(season: Season, day: string | undefined, wanted: HoldWanted | undefined) {
  let stopped = false
  process.once('SIGINT', () => (stopped = true))
  let told = 0
  const result = await fitPlan(season, day ?? season.season.from, {
    today: day,
    wanted,
    stopped: () => stopped,
    pause: () => new Promise((go) => setImmediate(go)),
    onNews: ({ doing, overfull, cost, gap }) => {
      if (Date.now() - told < 2000 && doing !== 'done') return
      told = Date.now()
      console.error(
        `${doing}: ${overfull > 0 ? `${overfull.toFixed(1)} overfull, ` : 'fits, '}cost ${cost.toFixed(0)}${Number.isFinite(gap) ? `, at most ${(gap * 100).toFixed(1)} % could still be saved` : ''}`,
      )
    },
  })
  return fitReport(season, result, day)
}

// A reader that has seen enough closes the pipe: that is no error of ours.
process.stdout.on('error', (error: NodeJS.ErrnoException) => {
  if (error.code !== 'EPIPE') throw error
  process.exit(0)
})

process.exitCode = await main(process.argv.slice(2))
