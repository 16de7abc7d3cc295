/** Checks of kinds, varieties and methods. */
import { type Raw, type Say, isGroup, isNumber } from './raw'

export function checkCrop(crop: Raw, at: string, say: Say): void {
  const g = crop.germination
  if (isGroup(g)) {
    if (isNumber(g.base) && isNumber(g.optimum) && g.optimum <= g.base) {
      say(`${at}.germination.optimum`, `the optimum ${g.optimum} °C must be above the base ${g.base} °C.`)
    }
    if (isNumber(g.optimum) && isNumber(g.ceiling) && g.ceiling <= g.optimum) {
      say(`${at}.germination.ceiling`, `the ceiling ${g.ceiling} °C must be above the optimum ${g.optimum} °C.`)
    }
    const { base, ceiling, goodFrom, goodTo, plateauTo } = g
    if (isNumber(plateauTo) && isNumber(g.optimum) && plateauTo < g.optimum) {
      say(`${at}.germination.plateauTo`, `the plateau cannot end below the optimum ${g.optimum} °C.`)
    }
    if (isNumber(plateauTo) && isNumber(ceiling) && plateauTo >= ceiling) {
      say(`${at}.germination.plateauTo`, `the plateau must end below the ceiling ${ceiling} °C.`)
    }
    if (isNumber(goodFrom) && isNumber(base) && goodFrom < base) {
      say(`${at}.germination.goodFrom`, `the good range cannot begin below the base ${base} °C.`)
    }
    if (isNumber(goodTo) && isNumber(ceiling) && goodTo > ceiling) {
      say(`${at}.germination.goodTo`, `the good range cannot end above the ceiling ${ceiling} °C.`)
    }
  }
  const growth = crop.growth
  if (!isGroup(growth)) return
  if (isNumber(growth.base) && isNumber(growth.optimum) && growth.optimum <= growth.base) {
    say(`${at}.growth.optimum`, `the optimum ${growth.optimum} °C must be above the base ${growth.base} °C.`)
  }
  if (!Array.isArray(growth.points)) return
  const volumes = new Set<number>()
  growth.points.forEach((point: unknown, i) => {
    if (!isGroup(point)) return
    const where = `${at}.growth.points[${i}]`
    if (isNumber(point.ready) && isNumber(point.limit) && point.limit <= point.ready) {
      say(`${where}.limit`, `the limit ${point.limit} must be above the ready age ${point.ready}.`)
    }
    if (isNumber(point.ml)) {
      if (volumes.has(point.ml)) say(`${where}.ml`, `${point.ml} ml is given twice.`)
      volumes.add(point.ml)
    }
  })
}

/** A variety with figures of its own must still make sense with the rest of its crop. */
export function checkOverrides(variety: Raw, at: string, crop: Raw | undefined, say: Say): void {
  const own = variety.overrides
  if (!isGroup(own) || !crop) return
  const merged: Raw = { ...crop }
  for (const part of ['germination', 'growth'] as const) {
    if (isGroup(own[part]) && isGroup(crop[part])) merged[part] = { ...crop[part], ...own[part] }
  }
  checkCrop(merged, `${at}.overrides`, say)
}

export function checkSowing(
  method: Raw,
  at: string,
  crop: Raw | undefined,
  containers: ReadonlyMap<string, Raw>,
  say: Say,
): void {
  const sowing = method.sowing
  if (!isGroup(sowing)) return
  const stages: unknown[] = Array.isArray(method.stages) ? method.stages : []
  const first = stages[0]
  if (sowing.policy === 'in-place' && stages.length > 0)
    say(`${at}.stages`, 'what is sown where it is to stand has no stages.')
  if (sowing.policy !== 'in-place' && Array.isArray(method.stages) && stages.length === 0)
    say(`${at}.stages`, 'needs at least 1 entries; it has 0.')
  const kind = isGroup(first) ? containers.get(String(first.container))?.kind : undefined
  if (sowing.policy === 'flat') {
    if (kind !== undefined && kind !== 'open-flat')
      say(`${at}.stages[0].container`, 'a flat to prick out from is sown in an open flat.')
    if (isGroup(crop?.growth) && crop.growth.leafInterval === undefined) {
      say(
        `${at}.sowing.policy`,
        `the crop "${String(method.crop)}" gives no leafInterval, so nothing says when seedlings can be pricked out.`,
      )
    }
    if (isNumber(sowing.readyLeaf) && isNumber(sowing.limitLeaf) && sowing.limitLeaf <= sowing.readyLeaf) {
      say(`${at}.sowing.limitLeaf`, `must be a later leaf than the first one pricked out at (${sowing.readyLeaf}).`)
    }
  } else if (kind === 'open-flat' && sowing.policy !== undefined && sowing.policy !== 'bought') {
    say(`${at}.sowing.policy`, 'an open flat has no cells: choose "flat", or a container with cells.')
  }
  const pottings = stages.filter((stage, i) => i > 0 && isGroup(stage) && stage.container !== undefined).length
  if (sowing.policy === 'divide' && stages.length > 0 && pottings === 0) {
    say(`${at}.stages`, 'needs a container to divide into: add a stage to pot up into.')
  }
  if (
    sowing.policy === 'clump' &&
    isNumber(sowing.atLeast) &&
    isNumber(sowing.seedsPerCell) &&
    sowing.atLeast > sowing.seedsPerCell
  ) {
    say(`${at}.sowing.atLeast`, `a clump of ${sowing.seedsPerCell} seeds never has ${sowing.atLeast} plants.`)
  }
  if (
    sowing.policy === 'clump' &&
    sowing.count !== 'clumps' &&
    stages.some((stage) => isGroup(stage) && stage.divide !== undefined)
  ) {
    say(`${at}.sowing.count`, 'clumps that are divided later must be counted as clumps.')
  }
  if (sowing.policy === 'bought' && isGroup(first) && first.germinateAt !== undefined) {
    say(`${at}.stages[0].germinateAt`, 'young plants that are bought do not germinate here.')
  }
  if (isNumber(sowing.seedsPerCell) && isNumber(sowing.keep) && sowing.keep > sowing.seedsPerCell) {
    say(`${at}.sowing.keep`, `cannot keep ${sowing.keep} plants from ${sowing.seedsPerCell} seeds in a cell.`)
  }
}

export function checkStages(method: Raw, at: string, crop: Raw | undefined, say: Say): void {
  const hardening = method.hardening
  if (isGroup(hardening)) {
    if (isNumber(hardening.days) && hardening.days > 0 && hardening.place === undefined) {
      say(`${at}.hardening.place`, `is missing: where do they harden for ${hardening.days} days?`)
    }
  }
  if (!Array.isArray(method.stages)) return
  let counted: number | undefined
  method.stages.forEach((stage: unknown, i) => {
    if (!isGroup(stage)) return
    const where = `${at}.stages[${i}]`
    if (i === 0) {
      if (stage.divide !== undefined) say(`${where}.divide`, 'the first stage is sown, not divided into.')
      if (stage.container === undefined)
        say(`${where}.container`, 'is missing: the first stage needs a container to sow in.')
      if (stage.when !== undefined) say(`${where}.when`, 'the first stage begins at sowing and takes no "when".')
      return
    }
    if (stage.germinateAt !== undefined) say(`${where}.germinateAt`, 'only the first stage germinates.')
    if (stage.divide !== undefined && stage.container === undefined)
      say(`${where}.divide`, 'divided plants need a container to go into.')
    if (stage.container === undefined && stage.when === undefined) {
      say(
        `${where}.when`,
        'is missing: a stage that changes only the place says when (age, leaf or days before planting).',
      )
    }
    if (stage.container !== undefined && stage.when !== undefined) {
      say(`${where}.when`, 'a potting-up is timed by its pot-up point, not by "when".')
    }
    const when = isGroup(stage.when) ? stage.when : {}
    const days = isNumber(when.daysBeforePlanting) ? when.daysBeforePlanting : undefined
    if (counted !== undefined && days === undefined) {
      say(where, 'comes after a stage counted in days before planting, so it must be counted that way too.')
    }
    if (counted !== undefined && days !== undefined && days >= counted) {
      say(`${where}.when.daysBeforePlanting`, `must be fewer days than the stage before (${counted}).`)
    }
    if (days !== undefined) {
      counted = days
      if (isGroup(hardening) && isNumber(hardening.days) && hardening.days >= days) {
        say(`${where}.when.daysBeforePlanting`, `must be more days than the hardening (${hardening.days}).`)
      }
    }
    if (isNumber(when.leaf) && isGroup(crop?.growth) && crop.growth.leafInterval === undefined) {
      say(`${where}.when.leaf`, `the crop "${String(method.crop)}" gives no leafInterval to count leaves by.`)
    }
  })
}
