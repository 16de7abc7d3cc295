/** npm run season -- compute FILE | check FILE: a season document on the command line; "-" reads standard input. */
import { readFileSync } from 'node:fs'
import { planReport } from '../src/interchange/plan-report'
import { readSeasonText } from '../src/interchange/season-file'

const USAGE = `Usage:
  npm run season -- compute FILE    print the computed plan as JSON
  npm run season -- check FILE      only say what is wrong with the document
FILE may be - for standard input.`

function main([command, file]: string[]): number {
  if ((command !== 'compute' && command !== 'check') || file === undefined) {
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
  const read = readSeasonText(text)
  if (!read.ok) {
    for (const { path, message } of read.problems) console.error(path ? `${path}: ${message}` : message)
    return 1
  }
  if (command === 'compute') console.log(JSON.stringify(planReport(read.season), null, 1))
  else console.error(`Nothing wrong: ${read.season.plantings.length} plantings.`)
  return 0
}

process.exitCode = main(process.argv.slice(2))
