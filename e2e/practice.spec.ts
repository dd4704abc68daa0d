import { choose, expect, expectAccessible, test } from './support/test';

/** Time that runs as fast as it can, for the hours of a charge and a rest. */
const FASTEST = '×3600';

test('a case done well: the flat battery is charged, tested and returned', async ({ page, bench }) => {
  // A charge, a night and a load, at the speed of the simulation.
  test.setTimeout(180_000);
  await page.goto('/practice');
  await expectAccessible(page);
  await page.getByRole('link', { name: /Lamps left on/ }).click();
  await bench.ready();
  await expectAccessible(page);
  await bench.identify();
  await bench.complain('Something was left on');
  const time = page.getByRole('region', { name: 'Case' });
  await bench.inspectAllInOrder();
  // Nothing sends the trainee to the vehicle here, and nothing bars it.
  await bench.step('Vehicle check').click();
  await choose(page.getByLabel('Measured'), 'Parasitic draw, modules asleep');
  await page.getByRole('button', { name: 'Draw meter: Read' }).click();
  await expect(page.getByLabel('Draw', { exact: true })).toHaveValue(/^0\.0/);
  await bench.capture();
  await expect(bench.step('Vehicle check')).toContainText('draw');
  await bench.restedOvernight();
  await expect(page.getByText('live from Bench meter (simulated)')).toBeVisible();
  await bench.captureVoltageRead();
  await bench.expectStage('Charge');
  await page.getByRole('button', { name: /It is on charge/ }).click();
  await time.getByRole('button', { name: FASTEST }).click();
  await expect(page.getByRole('region', { name: 'Charger' })).toContainText(/Charger[01]\.\d/);
  await page.getByRole('button', { name: 'Full: charger off' }).click();
  await bench.expectStage('Settle');
  // A night passes in seconds; an hour would leave charge on the surface.
  await expect(time).toContainText(/(2\d|[3-9]\d)\sh/, { timeout: 120_000 });
  await page.getByRole('button', { name: 'Go on to the voltage' }).click();
  await time.getByRole('button', { name: '×1', exact: true }).click();
  await bench.captureVoltageRead();
  await bench.expectStage('Conductance');
  await page.getByRole('button', { name: 'Conductance tester: Test' }).click();
  await expect(page.getByText('live from Conductance tester (simulated)')).toBeVisible();
  await bench.capture();
  await bench.step('Load test').click();
  await page.getByRole('button', { name: /Load on/ }).click();
  await expect(page.getByRole('button', { name: /Load on/ })).toBeHidden();
  await expect(bench.step('Load test')).toContainText(/\d\sV/);
  // Nothing gives the verdict away before the trainee has given one.
  await expect(page.getByRole('complementary', { name: 'Ledger' })).toContainText(
    'The verdict is yours to give',
  );
  await expect(page.getByText(/Return to service|Retire|Serve and watch/)).toHaveCount(0);
  await page.getByRole('button', { name: 'Decide' }).click();
  const decide = page.getByRole('dialog');
  await decide.getByRole('radio', { name: 'Return to service' }).check({ force: true });
  await decide.getByRole('radio', { name: 'Only its charge' }).check({ force: true });
  await expectAccessible(page);
  await decide.getByRole('button', { name: 'Show what was true' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Right on both counts');
  await expect(page.getByRole('region', { name: 'What was true' })).toContainText('Trouble: only its charge');
  await expectAccessible(page);
  await page.getByRole('link', { name: 'Other cases' }).click();
  await expect(page.getByRole('region', { name: 'Your progress' })).toContainText('Lamps left on');
});

test('a case that was left in the middle goes on where it stood, or begins anew', async ({ page, bench }) => {
  await page.goto('/practice/case?code=left-lamps');
  await bench.ready();
  await bench.identify();
  await bench.complain('Something was left on');
  await bench.inspectAllInOrder();
  await bench.restedOvernight();
  await bench.captureVoltageRead();
  await bench.expectStage('Charge');
  await page.getByRole('button', { name: /It is on charge/ }).click();
  const head = page.getByRole('region', { name: 'Case' });
  await head.getByRole('button', { name: '×600', exact: true }).click();
  await expect(head).toContainText(/[1-9]\d*\sh/);
  const read = await bench.step('Open-circuit voltage').innerText();
  await page.reload();
  // The same readings, the charger still on, the case's own time not run back.
  await expect(head).toContainText('Taken up again');
  await expect(bench.step('Open-circuit voltage')).toHaveText(read.replace(/\n+/g, ''));
  await expect(head).toContainText(/[1-9]\d*\sh/);
  await expect(page.getByRole('region', { name: 'Charger' })).toContainText(/Charger\d/);
  await page.goto('/practice');
  const left = page.getByRole('region', { name: 'Left in the middle' });
  await expect(left).toContainText('Lamps left on');
  await expectAccessible(page);
  await left.getByRole('link', { name: /Lamps left on/ }).click();
  await expect(head).toContainText('Taken up again');
  await head.getByRole('button', { name: 'Begin anew' }).click();
  await head.getByRole('button', { name: 'Lose what was done' }).click();
  await bench.expectStage('Identify');
  await expect(head).not.toContainText('Taken up again');
  await page.goto('/practice');
  await expect(left).toHaveCount(0);
});

test('a case done badly: loaded while flat and condemned, and told so', async ({ page, bench }) => {
  await page.goto('/practice/case?code=left-lamps');
  await bench.ready();
  await bench.identify();
  await bench.complain('Something was left on');
  await bench.inspectAllInOrder();
  await bench.restedOvernight();
  await expect(page.getByText('live from Bench meter (simulated)')).toBeVisible();
  await bench.captureVoltageRead();
  await bench.step('Load test').click();
  await page.getByRole('button', { name: 'Force it' }).click();
  await page.getByRole('button', { name: /Load on/ }).click();
  await expect(bench.step('Load test')).toContainText(/\d\sV/);
  await page.getByRole('button', { name: 'Decide' }).click();
  const decide = page.getByRole('dialog');
  await decide.getByRole('radio', { name: 'Retire' }).check({ force: true });
  await decide.getByRole('radio', { name: 'The battery itself' }).check({ force: true });
  await decide.getByRole('button', { name: 'Show what was true' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Not what was true');
  const done = page.getByRole('region', { name: 'What was done' });
  await expect(done).toContainText(/Loaded at 3\d % charge/);
  await expect(done).toContainText('Condemned too early');
  await expect(page.getByRole('region', { name: 'Time and money' })).toContainText('140');
  const showed = page.getByRole('region', { name: 'What each step showed' });
  await expect(showed.getByRole('row', { name: /^Load test/ })).toContainText('94 %');
});

test('an instructor composes a case and is told what is wrong with it; its address leads to it', async ({
  page,
}) => {
  await page.goto('/practice/compose');
  await expectAccessible(page);
  await page.getByLabel('Charge, %').fill('180');
  await expect(page.getByRole('main').getByRole('alert')).toContainText('chargePct');
  await page.getByLabel('Charge, %').fill('55');
  await page.getByLabel('Title').fill('Tanker in the rain');
  await page.getByRole('link', { name: 'Try it' }).click();
  await expect(page.getByRole('region', { name: 'Case' })).toContainText('Tanker in the rain');
  await page.goto('/practice');
  await page.getByLabel('Or by its code').fill('9-1');
  await page.getByRole('button', { name: 'Open', exact: true }).click();
  await expect(page.getByRole('region', { name: 'Random case' }).getByRole('alert')).toContainText('2-481');
  await page.getByLabel('Or by its code').fill('2-481');
  await page.getByRole('button', { name: 'Open', exact: true }).click();
  await expect(page.getByRole('region', { name: 'Case' })).toContainText('Random case 481');
  await page.goto('/practice/case?code=9-1');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('There is no such case');
});
