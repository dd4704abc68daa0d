import { expect, type Locator, type Page } from '@playwright/test';

/** The Bench as a technician works it. */
export class BenchPage {
  constructor(readonly page: Page) {}

  async open(runId: string): Promise<void> {
    await this.page.goto(`/bench/${runId}`);
    await this.ready();
  }

  /** Waits until the page takes keys. */
  async ready(): Promise<void> {
    await this.page.waitForFunction(() => document.querySelector('[data-opening]') === null);
    await expect(this.page.locator('[data-first]').first()).toBeFocused();
  }

  get verdict(): Locator {
    return this.page.getByTestId('verdict');
  }

  step(name: string): Locator {
    const sheet = this.page.getByRole('navigation', { name: 'Run sheet' });
    return sheet.getByRole('button').filter({ has: this.page.getByText(name, { exact: true }) });
  }

  async expectStage(name: string): Promise<void> {
    await expect(this.page.getByRole('heading', { level: 1, name })).toBeVisible();
  }

  async identify(): Promise<void> {
    await this.expectStage('Identify');
    await this.page.getByRole('button', { name: 'The label agrees' }).click();
  }

  async complain(symptom = 'Routine check'): Promise<void> {
    await this.expectStage('Complaint');
    await this.page.getByRole('button', { name: new RegExp(`^${symptom}`) }).click();
  }

  async inspectAllInOrder(): Promise<void> {
    await this.expectStage('Inspect');
    await this.page.getByRole('button', { name: 'All in order' }).click();
  }

  /** Marks case, posts, level and smell, in this order. */
  async mark(...points: readonly [string, string, string, string]): Promise<void> {
    await this.expectStage('Inspect');
    for (const [at, legend] of ['Case', 'Posts and clamps', 'Electrolyte level', 'Smell'].entries()) {
      const group = this.page.getByRole('group', { name: legend, exact: true });
      const radio = this.page.getByRole('radio', { name: points[at] ?? '', exact: true });
      // What is touched is the label, once it stands still: a mark can move what lies under it.
      await group.locator('label').filter({ has: radio }).click();
      await expect(group.getByRole('radio', { name: points[at] ?? '', exact: true })).toBeChecked();
    }
  }

  async restedOvernight(): Promise<void> {
    await this.expectStage('Settle');
    await this.page.getByText('Overnight').click();
    await this.page.getByRole('button', { name: 'Go on to the voltage' }).click();
  }

  async openCircuit(volts: string, temperature: string): Promise<void> {
    await this.expectStage('Open-circuit voltage');
    await this.page.getByLabel('Open-circuit voltage').fill(volts);
    await this.page.getByLabel('Battery temperature').fill(temperature);
    await this.capture();
  }

  /** The load test, chosen on the run sheet: it need not wait for the conductance tester. */
  async load(volts: string): Promise<void> {
    await this.step('Load test').click();
    await this.expectStage('Load test');
    await this.page.getByLabel('Voltage at the end').fill(volts);
    await this.capture();
  }

  async capture(): Promise<void> {
    await this.page.getByRole('button', { name: 'Capture' }).click();
  }

  /** Captures the open voltage that live instruments read: pressed before each has spoken, the key asks for what is missing. */
  async captureVoltageRead(): Promise<void> {
    await this.expectStage('Open-circuit voltage');
    await expect(this.page.getByLabel('Open-circuit voltage', { exact: true })).toHaveValue(/\d/);
    await expect(this.page.getByLabel('Battery temperature')).toHaveValue(/\d/);
    await this.capture();
  }

  /** From the start to where the charge is known. */
  async upToCharge(volts: string, temperature: string): Promise<void> {
    await this.identify();
    await this.complain();
    await this.inspectAllInOrder();
    await this.restedOvernight();
    await this.openCircuit(volts, temperature);
  }

  /** A charge given elsewhere, entered as such. */
  async charged(): Promise<void> {
    await this.expectStage('Charge');
    await this.page.getByRole('button', { name: /full charge given/ }).click();
  }

  async finish(): Promise<void> {
    await this.page.getByRole('button', { name: /Finish the run/ }).click();
    await expect(this.page.getByText(/^Finished/)).toBeVisible();
  }
}
