import { expect, type Locator } from '@playwright/test';
import { BenchPage } from './bench.ts';

const MOST_TABS = 90;

/** The same bench, worked by keys alone: nothing here clicks, fills or focuses. */
export class KeyboardBench extends BenchPage {
  private async keys(...keys: string[]): Promise<void> {
    for (const key of keys) await this.page.keyboard.press(key);
  }

  private async isFocused(target: Locator): Promise<boolean> {
    return (await target.count()) > 0 && target.first().evaluate((e) => e === document.activeElement);
  }

  /** Tab until it has the focus; within a row of keys the arrows go on. */
  private async tabTo(target: Locator): Promise<void> {
    await expect(target.first()).toBeVisible();
    for (let i = 0; i < MOST_TABS; i++) {
      if (await this.isFocused(target)) return;
      const inRow = await target
        .first()
        .evaluate((e) => e.getAttribute('role') === 'radio' && e.parentElement?.contains(document.activeElement));
      await this.keys(inRow ? 'ArrowRight' : 'Tab');
    }
    throw new Error(`the keyboard never came to ${target}`);
  }

  override async jobAtTheCounter(
    machine: RegExp,
    complaint: readonly string[],
    flags: readonly string[] = [],
  ): Promise<void> {
    const { page } = this;
    await page.goto('/');
    await expect(page.getByRole('searchbox', { name: 'Find a machine' })).toBeVisible();
    await page.waitForFunction(() => document.readyState === 'complete');
    await expect(async () => {
      await page.keyboard.type('nj');
      await page.waitForURL(/\/jobs\/new/, { timeout: 1500 });
    }).toPass();
    await expect(page.getByRole('searchbox', { name: 'Find a machine' })).toBeFocused();
    await page.keyboard.type(machine.source);
    await this.keys('Enter');
    for (const symptom of complaint) {
      await page.keyboard.type(symptom);
      await this.keys('Enter');
      await expect(page.getByRole('button', { name: symptom, exact: true })).toHaveAttribute('aria-pressed', 'true');
    }
    for (const flag of flags) {
      await this.tabTo(page.getByText('What it has been through'));
      await this.keys('Enter');
      await this.tabTo(page.getByRole('button', { name: flag, exact: true }));
      await this.keys('Space');
    }
    if (flags.length > 0) await this.tabTo(page.getByRole('button', { name: 'Start the job' }));
    await this.keys('Enter');
    await page.waitForURL(/\/jobs\/(?!new)/);
    await expect(this.plate).toBeVisible();
  }

  override async pick(title: string, cylinder?: number): Promise<void> {
    await this.keys('Escape', 'Escape', '/');
    await expect(this.search).toBeFocused();
    await this.page.keyboard.type(cylinder === undefined ? title : `${title} ${cylinder}`);
    await this.keys('Enter');
    await expect(this.title).toContainText(title);
  }

  override async fill(values: Readonly<Record<string, string>>): Promise<void> {
    for (const [name, text] of Object.entries(values)) {
      await this.tabTo(this.plate.locator(`input[name="${name}"]`));
      await this.page.keyboard.type(text);
    }
  }

  override async choose(name: string): Promise<void> {
    const key = this.plate.getByRole('radio', { name, exact: true });
    await this.tabTo(key);
    if ((await key.getAttribute('aria-checked')) !== 'true') await this.keys('Space');
    await expect(key).toHaveAttribute('aria-checked', 'true');
  }

  override async tick(name: string): Promise<void> {
    await this.tabTo(this.plate.getByLabel(name));
    await this.keys('Space');
  }

  override async side(name: string): Promise<void> {
    await this.tabTo(this.plate.getByRole('button', { name, exact: true }));
    await this.keys('Enter');
  }

  override async complains(symptom: string): Promise<void> {
    const key = this.plate.getByRole('button', { name: symptom });
    await this.tabTo(key);
    await this.keys('Space');
    await expect(key).toHaveAttribute('aria-pressed', 'true');
  }

  override async record(): Promise<void> {
    const before = await this.tape.locator('[data-line]').count();
    // From a box or a chosen key Enter records; elsewhere the Record key is a few Tabs away.
    const onEntry = await this.plate.evaluate((form) => {
      const at = document.activeElement;
      return form.contains(at) && at?.matches('input[type=text], [role=radio], [data-numbered] [aria-pressed]');
    });
    if (!onEntry) await this.tabTo(this.plate.getByRole('button', { name: 'Record', exact: true }));
    await this.keys('Enter');
    await this.printed(before + 1);
  }

  override async press(target: Locator): Promise<void> {
    await this.tabTo(target);
    await this.keys('Enter');
  }
}

/** The same bench on an upright tablet: everything is tapped, figures go in by the bench's own keys. */
export class TouchBench extends BenchPage {
  override async press(target: Locator): Promise<void> {
    await target.first().tap();
  }

  override async pick(title: string, cylinder?: number): Promise<void> {
    await this.search.tap();
    // The tablet's own keyboard writes words.
    await this.page.keyboard.type(cylinder === undefined ? title : `${title} ${cylinder}`);
    await this.page.getByRole('list', { name: 'Found checks' }).getByRole('button').first().tap();
    await expect(this.title).toContainText(title);
  }

  override async fill(values: Readonly<Record<string, string>>): Promise<void> {
    const pad = this.plate.getByRole('group', { name: 'Figures' });
    const named: Record<string, string> = { '.': 'Point', '-': 'Minus' };
    for (const [name, text] of Object.entries(values)) {
      const box = this.plate.locator(`input[name="${name}"]`);
      await box.tap();
      const keys = text === 'OL' ? ['OL'] : [...text];
      for (const key of keys) await pad.getByRole('button', { name: named[key] ?? key, exact: true }).tap();
      await expect(box).toHaveValue(text);
    }
  }
}
