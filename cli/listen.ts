import { readFileSync, statSync } from 'node:fs';
import { parseArgs } from 'node:util';
import wavefile from 'wavefile';
import { CRANK_PHASES, type EngineWords, LAYOUTS, withLayout } from '../core/engine/index.ts';
import { LEAST_RATE_HZ, listen, MOST_RATE_HZ } from '../core/sound/index.ts';

export const LISTEN_USAGE = `npm run -s ridge -- listen <file.wav> --cylinders 1|2 [--layout ${LAYOUTS.join('|')}] [--crank-phase ${CRANK_PHASES.join('|')}]
                                                  engine speed of every second of a recording, as JSON`;

/** What is wrong with what was to be listened to. */
export class BadRecording extends Error {}

/** An hour of one channel at 48 kHz. */
const MOST_BYTES = 400_000_000;

/** Engine speed second by second of a recording on disk. */
export function listenTo(args: readonly string[]): unknown {
  const { file, engine } = readAsked(args);
  const { samples, rateHz } = readRecording(file);
  return listen(samples, rateHz, engine);
}

function readAsked(args: readonly string[]) {
  const { values, positionals } = parsedArgs(args);
  const [file, ...stray] = positionals;
  if (file === undefined || stray.length > 0) throw new BadRecording(LISTEN_USAGE);
  const cylinders = Number(values.cylinders);
  if (![1, 2, 3].includes(cylinders)) throw new BadRecording(`--cylinders: 1, 2 or 3\n${LISTEN_USAGE}`);
  const layout = oneOf('layout', values.layout ?? 'unknown', LAYOUTS);
  const crankPhase = oneOf('crank-phase', values['crank-phase'] ?? 'unknown', CRANK_PHASES);
  if (layout !== 'unknown' && (layout === 'single') !== (cylinders === 1))
    throw new BadRecording(`--layout: ${layout} does not have ${cylinders} cylinder(s)`);
  if (cylinders === 3 && layout !== 'unknown')
    throw new BadRecording('--layout: no layout of three cylinders has a name here; leave it out');
  return { file, engine: withLayout({ cylinders: cylinders as EngineWords['cylinders'], layout, crankPhase }) };
}

function parsedArgs(args: readonly string[]) {
  try {
    return parseArgs({
      args: [...args],
      allowPositionals: true,
      options: { cylinders: { type: 'string' }, layout: { type: 'string' }, 'crank-phase': { type: 'string' } },
    });
  } catch (error) {
    throw new BadRecording(`${(error as Error).message}\n${LISTEN_USAGE}`);
  }
}

function oneOf<const T extends string>(name: string, given: string, accepted: readonly T[]): T {
  const found = accepted.find((word) => word === given);
  if (found === undefined) throw new BadRecording(`--${name}: "${given}" is none of ${accepted.join(', ')}`);
  return found;
}

/** All channels of a WAV file made one. */
function readRecording(file: string): { readonly samples: Float32Array; readonly rateHz: number } {
  let bytes: number;
  try {
    bytes = statSync(file).size;
  } catch {
    throw new BadRecording(`there is no file ${file}`);
  }
  if (bytes > MOST_BYTES)
    throw new BadRecording(`${file} has ${Math.round(bytes / 1e6)} MB; at most ${MOST_BYTES / 1e6} MB are listened to`);
  let wave: InstanceType<typeof wavefile.WaveFile>;
  let channels: Float32Array[];
  try {
    wave = new wavefile.WaveFile(readFileSync(file));
    const read = wave.getSamples(false, Float32Array) as unknown as Float32Array | Float32Array[];
    channels = Array.isArray(read) ? read : [read];
  } catch (error) {
    throw new BadRecording(`${file} is not a WAV file this reads: ${(error as Error).message}`);
  }
  const { sampleRate } = wave.fmt as { sampleRate: number };
  if (!(sampleRate >= LEAST_RATE_HZ && sampleRate <= MOST_RATE_HZ))
    throw new BadRecording(
      `${file} was recorded at ${sampleRate} Hz; ${LEAST_RATE_HZ} to ${MOST_RATE_HZ} are listened to`,
    );
  const samples = Float32Array.from({ length: channels[0]?.length ?? 0 }, (_, i) => {
    const sum = channels.reduce((all, channel) => all + channel[i]!, 0);
    return Number.isFinite(sum) ? sum / channels.length : 0;
  });
  return { samples, rateHz: sampleRate };
}
