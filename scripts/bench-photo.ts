/** npm run bench -- --photo: 200 drawn pictures of trays, counted. PICTURES=40 takes fewer, STYLES=set those the thresholds were set by. */
import { benchPicture } from './tray-pictures/render'
import { countTray } from '../src/core/traypicture/count-tray'
import { compared, PROOF_TRAYS, type Compared } from './tray-pictures/compared'
import { PROOF, SET_ON } from './tray-pictures/style'

const pictures = Number(process.env.PICTURES ?? 200)
const styles = process.env.STYLES === 'set' ? SET_ON : PROOF
const byStyle = new Map<string, Compared[]>()
for (let i = 0; i < pictures; i++) {
  const style = styles[i % styles.length]!
  const one = compared(style, PROOF_TRAYS[Math.floor(i / styles.length) % PROOF_TRAYS.length]!, 20_000 + i)
  byStyle.set(style.name, [...(byStyle.get(style.name) ?? []), one])
}
const percent = (part: number, of: number) => `${((100 * part) / Math.max(1, of)).toFixed(1)} %`
const line = (name: string, all: readonly Compared[]) => {
  const sum = (of: (one: Compared) => number) => all.reduce((total, one) => total + of(one), 0)
  const times = all.map(({ took }) => took).sort((a, b) => a - b)
  console.log(
    name.padEnd(30),
    `right ${percent(
      sum(({ right }) => right),
      sum(({ judged }) => judged),
    )}`.padEnd(16),
    `judged ${percent(
      sum(({ judged }) => judged),
      sum(({ cells }) => cells),
    )}`.padEnd(16),
    `not found ${all.filter(({ found }) => !found).length}`.padEnd(14),
    `median ${Math.round(times[Math.floor(times.length / 2)]!)} ms, longest ${Math.round(times.at(-1)!)} ms`,
  )
}
for (const [name, all] of byStyle) line(name, all)
line(`all ${pictures}`, [...byStyle.values()].flat())
const seen = PROOF.filter((style, i) => countTray(benchPicture(style, 500 + i), [PROOF_TRAYS[i % PROOF_TRAYS.length]!]))
console.log(`of ${PROOF.length} pictures without a tray, ${seen.length} are taken for one`)
