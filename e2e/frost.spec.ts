import { formatDay, parseDay } from '../src/core/calendar/day'
import { expect, test, visit } from './farm'

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

test('a record of minima is read, a chance chosen, and the working date follows with what it costs', async ({ page }) => {
  await visit(page, '/farm?edit=frost')
  const panel = page.getByRole('complementary', { name: 'To change' })
  await expect(panel).toContainText('Made up for trying')
  await panel.getByTestId('minima-file').setInputFiles({ name: 'hill-station.csv', mimeType: 'text/csv', buffer: Buffer.from(nightsCsv()) })
  const status = panel.getByRole('status')
  await expect(status).toContainText('12 whole seasons')
  await expect(panel.getByText('3 rows dropped')).toBeVisible()
  await panel.getByText('3 rows dropped').click()
  await expect(panel).toContainText('no date: A, 31/02/2015, 4, 1')
  await expect(panel).toContainText('a day that was there already: A, 01/03/2015, 9, 2')
  await panel.getByRole('button', { name: 'Take this record' }).click()
  await expect(panel).not.toContainText('Made up for trying')
  // Last frosts on 1 … 12 May: the average lies between the 6th and the 7th.
  await panel.getByRole('combobox', { name: 'A later frost in' }).click()
  await page.getByRole('option', { name: '1 year in 2' }).click()
  await expect(panel.getByTestId('working-date')).toHaveText('Fri 7 May')
  await panel.getByRole('combobox', { name: 'A later frost in' }).click()
  await page.getByRole('option', { name: '1 in 10' }).click()
  await panel.getByLabel('Margin of your own').fill('3')
  await expect(panel.getByTestId('working-date')).toHaveText('Sat 15 May')
  await expect(panel).toContainText('8 days later than the average')
  await panel.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(page.getByText('Frost record and working date changed')).toBeVisible()
  await expect(page.getByText(/Working frost date: Sat 15 May/)).toBeVisible()
  await page.reload()
  await expect(page.getByText(/from hill-station/)).toBeVisible()
  await page.getByRole('button', { name: 'Undo' }).first().click()
  await expect(page.getByText(/made up for trying/)).toBeVisible()
})
