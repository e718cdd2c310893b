import { expect, type Page } from '@playwright/test';

/** The bench as a technician drives it. */
export class BenchPage {
  constructor(readonly page: Page) {}

  /** Starts a job at the counter and lands on its bench. */
  async newJob(machine: RegExp, complaint: readonly string[], flags: readonly string[] = []): Promise<void> {
    const { page } = this;
    await page.goto('/');
    await page.getByRole('link', { name: 'New job' }).click();
    await page.getByRole('radio', { name: machine }).first().click();
    for (const symptom of complaint) await page.getByRole('button', { name: symptom, exact: true }).click();
    if (flags.length > 0) await page.getByText('What it has been through').click();
    for (const flag of flags) await page.getByRole('button', { name: flag, exact: true }).click();
    await page.getByRole('button', { name: 'Start the job' }).click();
    await page.waitForURL(/\/jobs\/(?!new)/);
    await expect(this.plate).toBeVisible();
  }

  get plate() {
    return this.page.getByRole('form', { name: 'Next check' });
  }

  get tape() {
    return this.page.getByRole('region', { name: 'Tape' });
  }

  get title() {
    return this.plate.getByRole('heading', { level: 2 });
  }

  line(number: number) {
    return this.tape.locator(`[data-line="${number}"]`);
  }

  /** Puts any check on the plate through the search. */
  async pick(title: string, cylinder?: number): Promise<void> {
    const search = this.page.getByRole('searchbox', { name: 'Any other check' });
    await search.fill(title);
    await search.press('Enter');
    await expect(this.title).toContainText(title);
    if (cylinder !== undefined)
      await this.plate.getByRole('button', { name: `Cylinder ${cylinder}`, exact: true }).click();
  }

  async fill(values: Readonly<Record<string, string>>): Promise<void> {
    for (const [name, text] of Object.entries(values)) await this.plate.locator(`input[name="${name}"]`).fill(text);
  }

  async choose(name: string): Promise<void> {
    await this.plate.getByRole('radio', { name, exact: true }).click();
  }

  /** Records what is on the plate and waits until the shop's database has it. */
  async record(): Promise<void> {
    const before = await this.tape.locator('[data-line]').count();
    await this.plate.getByRole('button', { name: 'Record', exact: true }).click();
    await this.printed(before + 1);
  }

  async printed(lines: number): Promise<void> {
    await expect(this.tape.locator('[data-line]')).toHaveCount(lines);
    await expect(this.tape.getByText('not sent yet')).toHaveCount(0);
  }

  async repair(title: string, action?: string): Promise<void> {
    const panel = this.page.getByRole('region', { name: 'Repair' });
    await expect(panel.getByRole('heading', { level: 2 })).toHaveText(title);
    if (action) await panel.getByRole('radio', { name: action }).click();
    const before = await this.tape.locator('[data-line]').count();
    await panel.getByRole('button', { name: 'Record repair' }).click();
    await this.printed(before + 1);
  }

  /** Closes a job that is ready, as cured. */
  async closeCured(): Promise<void> {
    const panel = this.page.getByRole('region', { name: 'Ready to close' });
    await expect(panel).toBeVisible();
    await panel.getByRole('button', { name: 'Close the job' }).click();
    await expect(this.page.getByRole('region', { name: 'Closed' })).toBeVisible();
  }

  /** How tall the ridge stands over a part, 0 to 100, as its key says; 0 when it has no key. */
  async suspicion(part: string): Promise<number> {
    const key = this.page
      .getByRole('region', { name: 'Ridge of suspicion' })
      .getByRole('button', { name: new RegExp(`^${part},`) });
    if ((await key.count()) === 0) return 0;
    return Number(/(\d+) in a hundred/.exec((await key.getAttribute('aria-label')) ?? '')?.[1] ?? 0);
  }
}
