import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import wavefile from 'wavefile';
import { random } from '../../core/chance/random.ts';
import { soundOf } from '../../core/mower/sound.ts';
import { CHROMIUM } from '../../scripts/lib/browser.mjs';
import { BenchPage } from './bench.ts';

/** What the microphone hears: a made V-twin at the speed it was made with. */
const RPM = 3240;
const folder = mkdtempSync(join(tmpdir(), 'hear-'));
const recording = (name: string, rpmAt: (second: number) => number): string => {
  const samples = soundOf(
    {
      rateHz: 48_000,
      lengthS: 14,
      rpmAt,
      firings: [
        { angleDeg: 0, strength: 1 },
        { angleDeg: 270, strength: 0.95 },
      ],
      unevenness: 0.06,
      rings: [
        { hz: 180, turns: 3, share: 0.8 },
        { hz: 410, turns: 4, share: 0.5 },
      ],
      rattle: 0.1,
      microphoneHz: 60,
      hum: { hz: 50, dB: -22 },
      noiseDb: 14,
      lowNoise: true,
    },
    random(4),
  );
  const wave = new wavefile.WaveFile();
  wave.fromScratch(
    1,
    48_000,
    '16',
    Array.from(samples, (x) => Math.round(32_767 * x)),
  );
  const file = join(folder, name);
  writeFileSync(file, wave.toBuffer());
  return file;
};

test.use({
  permissions: ['microphone'],
  launchOptions: {
    ...CHROMIUM,
    args: [
      ...CHROMIUM.args,
      '--use-fake-device-for-media-stream',
      '--use-fake-ui-for-media-stream',
      `--use-file-for-fake-audio-capture=${recording('steady.wav', () => RPM)}`,
    ],
  },
});

test('the tablet hears the top speed, one tap puts it into its box, and the tape says that it was heard', async ({
  page,
}) => {
  const bench = new BenchPage(page);
  await bench.newJob(/Heron 4/, ['Lost power']);
  await bench.pick('Top speed');
  await bench.plate.getByRole('button', { name: 'Hear it' }).click();
  const take = bench.plate.getByRole('button', { name: /^Top speed: \d+$/ });
  await expect(take).toBeVisible({ timeout: 30_000 });
  const said = Number(/\d+/.exec((await take.textContent())!)![0]);
  expect(Math.abs(said / RPM - 1)).toBeLessThan(0.01);
  await take.click();
  await expect(bench.plate.locator('input[name="value"]')).not.toHaveValue('');
  // On to the idle, which a recording may give.
  await bench.plate
    .locator('input[type="file"]')
    .setInputFiles(recording('idle.wav', (second) => (second < 7 ? 1750 : 1600)));
  const idle = bench.plate.getByRole('button', { name: /^Idle: 1[56]\d\d$/ });
  await expect(idle).toBeVisible({ timeout: 30_000 });
  await idle.click();
  await bench.plate.getByRole('button', { name: 'Record', exact: true }).click();
  await expect(bench.line(1)).toContainText('Top speed');
  await bench.printed(1);
  const [event] = (await (await page.request.get(`/api/jobs/${page.url().split('/').at(-1)}/case`)).json()).events;
  expect(event).toMatchObject({ check: 'run.top-speed', heard: true, instrument: { name: 'heard by the tablet' } });
});

test('what is no recording is said so, and nothing is lost by it', async ({ page }) => {
  const bench = new BenchPage(page);
  await bench.newJob(/Heron 4/, ['Lost power']);
  await bench.pick('Top speed');
  await bench.fill({ value: '3500' });
  await bench.plate.getByRole('button', { name: 'Hear it' }).click();
  const file = join(folder, 'text.wav');
  writeFileSync(file, 'no sound at all');
  await bench.plate.locator('input[type="file"]').setInputFiles(file);
  await expect(bench.plate.getByText(/no recording this browser reads/)).toBeVisible();
  await expect(bench.plate.locator('input[name="value"]')).toHaveValue('3500');
});
