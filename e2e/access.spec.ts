import AxeBuilder from '@axe-core/playwright'
import { expect, test, visit } from './farm'

const VIEWS = ['/today', '/plan', '/plan?batch=qy.1', '/plan?new=1&from=la', '/benches', '/farm']

for (const colorScheme of ['light', 'dark'] as const) {
  test.describe(`by ${colorScheme}`, () => {
    test.use({ colorScheme })
    for (const path of VIEWS) {
      test(`${path} keeps to WCAG 2.2 AA as far as a machine can tell`, async ({ page }) => {
        await visit(page, path)
        await page.waitForLoadState('networkidle')
        const { violations } = await new AxeBuilder({ page }).withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa']).analyze()
        expect(violations.map(({ id, nodes }) => `${id}: ${nodes.slice(0, 3).map((node) => `${node.target.join(' ')} ${node.failureSummary?.split('\n')[1]?.trim() ?? ''}`).join(' | ')}`)).toEqual([])
      })
    }
  })
}
