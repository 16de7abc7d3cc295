import AxeBuilder from '@axe-core/playwright'
import { expect, test, settled, visit } from './farm'

const VIEWS = [
  '/today',
  '/plan',
  '/plan?batch=qy.1',
  '/plan?new=1&from=la',
  '/sheet',
  '/start-now',
  '/benches',
  '/what-if',
  '/farm',
  '/farm?place=warm-bench',
  '/farm?container=pots-9',
  '/farm?edit=site',
  '/seed',
  '/seed?lot=celosia-plume-lot',
  '/know-how',
  '/know-how?crop=tomato',
  '/know-how?variety=tomato-red-slicer',
  '/know-how?kind=echinacea',
  '/know-how?method=tomato-128-pots',
  '/know-how?tab=methods',
  '/know-how?tab=trouble',
  '/know-how?new=packet',
  '/field',
  '/field?tab=beds',
  '/field?tab=beds&bed=r1',
  '/field?stand=la.3',
  '/field?tab=hardening',
  '/field?tab=month',
  '/field?weather=1',
  '/batch?id=ca',
  '/batch?id=qy.1&tab=count',
  '/batch?id=da&tab=check',
  '/batch?id=ca&tab=more',
  '/labels',
  '/journal',
  '/readings',
  '/scan',
  '/install',
  '/learned',
  '/sowing',
  '/buying',
  '/costs',
  '/mats',
  '/calendar',
  '/drills',
  '/practice',
  '/rehearse',
  '/guide?page=plan',
]

/** By dark the views that differ most; what they share is seen there too. */
const BY_DARK = [
  '/today',
  '/plan?batch=qy.1',
  '/plan?new=1&from=la',
  '/sheet',
  '/start-now',
  '/benches',
  '/farm?place=warm-bench',
  '/seed?lot=celosia-plume-lot',
  '/know-how?crop=tomato',
  '/know-how?method=tomato-128-pots',
  '/know-how?tab=trouble',
  '/field?stand=la.3',
  '/field?tab=beds',
  '/field?tab=hardening',
  '/batch?id=qy.1&tab=count',
  '/journal',
  '/sowing',
]

/** Pages of one part of the application, looked at one after another: what they share is loaded once. */
function parts(paths: readonly string[]): Map<string, string[]> {
  const found = new Map<string, string[]>()
  for (const path of paths) {
    const part = /^\/[a-z-]+/.exec(path)![0]
    found.set(part, [...(found.get(part) ?? []), path])
  }
  return found
}

for (const colorScheme of ['light', 'dark'] as const) {
  test.describe(`by ${colorScheme}`, () => {
    test.use({ colorScheme })
    for (const [part, paths] of parts(colorScheme === 'light' ? VIEWS : BY_DARK)) {
      test(`${part} keeps to WCAG 2.2 AA as far as a machine can tell`, async ({ page }) => {
        for (const path of paths) {
          await test.step(path, async () => {
            await visit(page, path)
            await settled(page)
            const { violations } = await new AxeBuilder({ page })
              .setLegacyMode(true)
              .withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa'])
              .analyze()
            const said = violations.map(
              ({ id, nodes }) =>
                `${id}: ${nodes
                  .slice(0, 3)
                  .map((node) => `${node.target.join(' ')} ${node.failureSummary?.split('\n')[1]?.trim() ?? ''}`)
                  .join(' | ')}`,
            )
            expect.soft(said, path).toEqual([])
          })
        }
      })
    }
  })
}
