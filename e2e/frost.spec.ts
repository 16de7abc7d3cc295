import { formatDay, parseDay } from '../src/core/calendar/day'
import { expect, reload, test, visit } from './farm'

/** Twelve years of nights: mild, with a last frost on a known day of each May. */
function nightsCsv(): string {
  const rows = ['station,day,tmax,tmin']
  for (let day = parseDay('2010-07-15'); day < parseDay('2022-07-15'); day++) {
    const iso = formatDay(day)
    const year = Number(iso.slice(0, 4))
    const frost = iso.slice(5) === `05-${String(year - 2010).padStart(2, '0')}` || iso.slice(5) === '10-20'
    const [y, m, d] = iso.split('-')
    rows.push(`A,${d}/${m}/${y},18.5,${frost ? '-0.4' : '6.1'}`)
  }
  rows.push('A,31/02/2015,4,1', 'A,01/03/2015,9,2', 'A,02/03/2021,9,missing')
  return rows.join('\n')
}

test('a record of minima is read, a chance chosen, and the working date follows with what it costs', async ({
  page,
}) => {
  await visit(page, '/farm?edit=frost')
  const panel = page.getByRole('complementary')
  await expect(panel).toContainText('Sample data')
  await panel
    .getByTestId('minima-file')
    .setInputFiles({ name: 'hill-station.csv', mimeType: 'text/csv', buffer: Buffer.from(nightsCsv()) })
  const status = panel.getByRole('status')
  await expect(status).toContainText('12 whole seasons')
  await expect(panel.getByText('3 rows dropped')).toBeVisible()
  await panel.getByText('3 rows dropped').click()
  await expect(panel).toContainText('no date: A, 31/02/2015, 4, 1')
  await expect(panel).toContainText('a day that was there already: A, 01/03/2015, 9, 2')
  await panel.getByRole('button', { name: 'Use this record' }).click()
  await expect(panel).not.toContainText('Sample data')
  // Last frosts on 1 … 12 May: the average lies between the 6th and the 7th.
  await panel.getByRole('combobox', { name: 'A later frost in' }).press('ArrowDown')
  await page.getByRole('option', { name: '1 year in 2', exact: true }).click()
  await expect(panel.getByTestId('working-date')).toHaveText('Fri 7 May')
  await panel.getByRole('combobox', { name: 'A later frost in' }).press('ArrowDown')
  await page.getByRole('option', { name: '1 year in 10' }).click()
  await panel.getByLabel('Margin of your own').fill('3')
  await expect(panel.getByTestId('working-date')).toHaveText('Sat 15 May')
  await expect(panel).toContainText('8 days later than the average')
  await panel.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(page.getByText(/Frost date changed; 2 plantings moved with it/)).toBeVisible()
  await expect(page.getByText(/Working frost date: Sat 15 May/)).toBeVisible()
  await reload(page)
  await expect(page.getByText(/from hill-station/)).toBeVisible()
  await page.getByRole('button', { name: 'Undo' }).first().click()
  await expect(page.getByText(/sample data/)).toBeVisible()
})

test('a planting hung on the frost date moves with it: shown first, taken with it, undone with it', async ({
  page,
}) => {
  const row = (code: string) => page.getByRole('button', { name: new RegExp(`^${code} `) })
  // A new planting, ten days after the frost date: its day is reckoned, not typed.
  await visit(page, '/plan?new=1')
  const what = page.getByRole('combobox', { name: 'What' })
  await what.fill('Zinnia, lime')
  await page.getByRole('option', { name: 'Zinnia, lime', exact: true }).click()
  await page.getByLabel('Plants wanted').fill('90')
  await page.getByRole('combobox', { name: 'Planting date' }).press('ArrowDown')
  await page.getByRole('option', { name: 'relative to last frost' }).click()
  await page.getByLabel('Days after it').fill('10')
  await expect(page.getByLabel('Planted on')).toHaveValue('Wed 19 May 2027')
  await expect(page.getByRole('status')).toContainText('10 days after the working frost date, Sun 9 May.')
  await page.getByRole('button', { name: /Seed, age/ }).click()
  await page.getByLabel('Code on labels').fill('hung')
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(row('HUNG')).toHaveAttribute('aria-label', /plant Wed 19 May/)

  await visit(page, '/farm?edit=frost')
  const panel = page.getByRole('complementary')
  await panel.getByLabel('Margin of your own').fill('4')
  await expect(panel.getByRole('alert').filter({ hasText: 'plantings will move' })).toContainText(
    'HUNG Zinnia, lime: Wed 19 May → Sun 23 May',
  )
  await expect(panel).toContainText('ZM Zinnia, tall mixed: Mon 24 May → Fri 28 May')
  await panel.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(page.getByText('Frost date changed; 3 plantings moved with it')).toBeVisible()
  await visit(page, '/plan?batch=zm.1')
  await expect(row('HUNG')).toHaveAttribute('aria-label', /plant Sun 23 May/)
  await expect(row('ZM-1')).toHaveAttribute('aria-label', /plant Fri 28 May/)
  await expect(page.getByRole('complementary')).toContainText('15 days after the working frost date')
  await page.getByRole('button', { name: 'Undo' }).first().click()
  await expect(row('HUNG')).toHaveAttribute('aria-label', /plant Wed 19 May/)
  await expect(row('ZM-1')).toHaveAttribute('aria-label', /plant Mon 24 May/)
})
