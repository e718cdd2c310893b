import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, describe, expect, it } from 'vitest';
import wavefile from 'wavefile';
import { ridge } from '@/cli/commands.ts';
import { drawSound } from '../sound/drawSound.ts';

const folder = mkdtempSync(join(tmpdir(), 'listen-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

async function said(...args: string[]) {
  let [out, error] = ['', ''];
  const code = await ridge(['listen', ...args], {
    input: () => '',
    out: (text) => {
      out += text;
    },
    error: (text) => {
      error += text;
    },
  });
  return { code, out, error };
}

/** RIFF/WAVE, PCM and float (IBM and Microsoft, Multimedia Programming Interface and Data Specifications 1.0, 1991). */
function write(name: string, bits: string, channels: readonly Float32Array[], rateHz: number): string {
  const wave = new wavefile.WaveFile();
  const scale = bits === '32f' ? 1 : 2 ** (Number(bits) - 1) - 1;
  const scaled = channels.map((channel) => Array.from(channel, (x) => (bits === '32f' ? x : Math.round(scale * x))));
  wave.fromScratch(channels.length, rateHz, bits, channels.length === 1 ? scaled[0]! : scaled);
  const file = join(folder, name);
  writeFileSync(file, wave.toBuffer());
  return file;
}

describe('ridge listen', () => {
  const { samples, rateHz, engine, truth } = drawSound(2, 4);
  const words = ['--cylinders', String(engine.cylinders), '--layout', engine.layout];

  it.each(['16', '24', '32f'])('prints the speed of every second of a WAV file of %s bits', async (bits) => {
    const { code, out } = await said(write(`mono-${bits}.wav`, bits, [samples], rateHz), ...words);
    expect(code).toBe(0);
    const heard = JSON.parse(out) as { second: number; rpm: number | null; plusMinus: number; heard: boolean }[];
    expect(heard.map((h) => [h.second, h.heard])).toEqual(truth.map((_, i) => [i, true]));
    heard.forEach((h, i) => {
      expect(Object.keys(h).sort()).toEqual(['heard', 'plusMinus', 'rpm', 'second']);
      expect(Math.abs(h.rpm! / truth[i]! - 1)).toBeLessThan(0.01);
    });
  });

  it('makes one of two channels', async () => {
    const silent = new Float32Array(samples.length);
    const { out } = await said(write('stereo.wav', '16', [samples, silent], rateHz), ...words);
    expect((JSON.parse(out) as { heard: boolean }[]).every((h) => h.heard)).toBe(true);
  });

  it.each([
    [['missing.wav', '--cylinders', '2'], /there is no file/],
    [[], /listen <file.wav>/],
    [['x.wav'], /--cylinders: 1, 2 or 3/],
    [['x.wav', '--cylinders', '2', '--layout', 'v-twin'], /"v-twin" is none of/],
    [['x.wav', '--cylinders', '2', '--layout', 'single'], /single does not have 2/],
    [['x.wav', '--cylinders', '2', '--speed'], /speed/],
    [['x.wav', 'y.wav', '--cylinders', '1'], /listen <file.wav>/],
  ])('refuses %j and says why', async (args, why) => {
    const { code, out, error } = await said(...args);
    expect([code, out]).toEqual([2, '']);
    expect(error).toMatch(why);
  });

  it('refuses what is no WAV file, and a rate nothing is heard at', async () => {
    const text = join(folder, 'text.wav');
    writeFileSync(text, 'no sound at all');
    expect((await said(text, '--cylinders', '1')).error).toMatch(/is not a WAV file/);
    const slow = write('slow.wav', '16', [samples.slice(0, 4000)], 2000);
    expect((await said(slow, '--cylinders', '1')).error).toMatch(/recorded at 2000 Hz/);
  });
});
