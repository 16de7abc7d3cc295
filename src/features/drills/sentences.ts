/** A drill in words: what is asked, what may be answered, and why one answer is right. */
import type { Drill } from '../../core/drills/drill'
import type { PlantAnswer } from '../../core/drills/stands'
import { leafForms } from '../../library/leaf-forms'
import { chanceWords, count, list, mixWords, type Format } from '../../words/format'
import './words'

/** What is asked. */
export function askWords(drill: Drill, f: Format): string {
  switch (drill.kind) {
    case 'count':
      return f.t('drills.ask.count')
    case 'decide':
      return f.t('drills.ask.decide', {
        variety: drill.batch.variety.name,
        showing: f.number(drill.showing),
        cells: f.number(drill.cells),
        days: count(f, drill.today - drill.batch.sow!, 'day'),
        wanted: f.number(drill.batch.plants),
        day: f.date(drill.batch.plantOn),
      })
    case 'plant':
      return f.t('drills.ask.plant', {
        variety: drill.batch.variety.name,
        container:
          drill.batch.stays.find(({ from, until }) => from <= drill.today && drill.today < until)?.container.name ??
          drill.batch.stays.at(-1)?.container.name ??
          '',
        days: count(f, drill.today - drill.batch.pass!.emergence, 'day'),
      })
    case 'bench':
    case 'frost':
      return f.t(`drills.ask.${drill.kind}`, { low: f.temperature(drill.low) })
    case 'label':
      return f.t('drills.ask.label')
    case 'symptom':
      return f.t(`drills.ask.${drill.asks}`)
    case 'mix':
      return f.t('drills.ask.mix', {
        litres: mixWords(f, drill.litres),
        mix: drill.mix,
        recipe: drill.parts.map(({ what, parts }) => `${what} ${f.number(parts, 2)}`).join(', '),
        part: drill.part,
      })
    case 'safety':
      return f.t(`drills.safety.${drill.about as 'dust'}.ask`)
  }
}

const SAFE = ['right', 'wrong', 'wrong2'] as const

/** What may be answered, in the order it stands. */
export function optionWords(drill: Drill, f: Format): string[] {
  switch (drill.kind) {
    case 'count':
      return drill.options.map((n) => f.number(n))
    case 'decide':
      return drill.options.map((answer) => f.t(`drills.stand.${answer}`))
    case 'plant':
      return drill.options.map((answer) => f.t(`drills.plant.${answer}`))
    case 'bench':
    case 'frost':
    case 'label':
      return drill.crops.map(({ name }) => name)
    case 'symptom':
      return drill.options.map((key) =>
        f.t(`drills.symptom.${key as 'purple'}.${drill.asks === 'what' ? 'is' : 'first'}`),
      )
    case 'mix':
      return drill.options.map((litres) => mixWords(f, litres))
    case 'safety':
      return drill.options.map((option) => f.t(`drills.safety.${drill.about as 'dust'}.${SAFE[option]!}`))
  }
}

/** Within a sentence. */
const lowered = (text: string, { locale }: Format): string => text.charAt(0).toLocaleLowerCase(locale) + text.slice(1)

const PLANT_WHY = { wait: 'plantWait', 'move-up': 'plantMove', plant: 'plantOut', past: 'plantPast' } as const

/** Why the right answer is right. */
export function whyWords(drill: Drill, f: Format): string {
  switch (drill.kind) {
    case 'count': {
      const up = drill.up.filter(Boolean).length
      const cells = drill.up.length
      return f.t('drills.why.count', { up: f.number(up), cells: f.number(cells), blanks: f.number(cells - up) })
    }
    case 'decide': {
      const [first] = drill.decision.choices
      return f.t(`drills.why.${drill.options[drill.right]!}`, {
        wanted: f.number(drill.decision.wanted),
        chance: chanceWords(f, drill.decision.chance),
        until: first?.kind === 'wait' ? f.date(first.until) : '',
      })
    }
    case 'plant': {
      const { age, ready, limit } = drill.checked
      const answer: PlantAnswer = drill.options[drill.right]!
      return f.t(`drills.why.${PLANT_WHY[answer]}`, {
        age: f.number(age, 0),
        ready: f.number(ready, 0),
        limit: f.number(limit, 0),
      })
    }
    case 'bench':
    case 'frost': {
      const others = drill.bears.filter((_, i) => i !== drill.right)
      return f.t(`drills.why.${drill.kind}`, {
        crop: drill.crops[drill.right]!.name,
        bears: f.temperature(drill.bears[drill.right]!),
        others: list(f, [...new Set(others.map((bears) => f.temperature(bears)))]),
      })
    }
    case 'label': {
      const { seed, leaf } = leafForms(drill.shown)
      return f.t('drills.why.label', {
        seed: f.t(`ui.seedLeaves.${seed}`),
        leaf: f.t(`ui.trueLeaves.${leaf}`),
        crop: drill.shown.name,
      })
    }
    case 'symptom': {
      const key = drill.symptom as 'purple'
      return drill.asks === 'what'
        ? f.t('drills.why.what', { first: lowered(f.t(`drills.symptom.${key}.first`), f) })
        : f.t('drills.why.first', { is: lowered(f.t(`drills.symptom.${key}.is`), f) })
    }
    case 'mix': {
      const own = drill.parts.find(({ what }) => what === drill.part)!
      return f.t('drills.why.mix', {
        part: drill.part,
        parts: f.number(own.parts, 2),
        all: f.number(
          drill.parts.reduce((sum, { parts }) => sum + parts, 0),
          2,
        ),
        litres: mixWords(f, drill.litres),
        amount: mixWords(f, drill.options[drill.right]!),
      })
    }
    case 'safety':
      return f.t(`drills.safety.${drill.about as 'dust'}.why`)
  }
}

/** What is seen of a plant, beside its drawing. */
export function seenWords(drill: Drill, f: Format): string[] {
  if (drill.kind !== 'plant') return []
  const { leaves = 0, lifts, roots, pale } = drill.seen
  return [
    f.t('drills.seen.leaves', { n: leaves }),
    lifts === undefined ? '' : lifts ? f.t('drills.seen.lifts') : f.t('drills.seen.falls'),
    roots === undefined ? '' : f.t(`drills.seen.roots.${roots}`),
    pale ? f.t('drills.seen.pale') : '',
  ].filter(Boolean)
}
