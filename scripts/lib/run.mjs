import { spawn } from 'node:child_process';
import { createConnection } from 'node:net';
import { ROOT } from './paths.mjs';

/** Runs a program to its end. @returns exit code and, unless `show`, what it printed */
export function run(command, args, { env = {}, show = false, cwd = ROOT } = {}) {
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, {
      cwd,
      env: { ...process.env, ...env },
      stdio: show ? 'inherit' : ['ignore', 'pipe', 'pipe'],
    });
    let output = '';
    child.stdout?.on('data', (chunk) => {
      output += chunk;
    });
    child.stderr?.on('data', (chunk) => {
      output += chunk;
    });
    child.on('error', reject);
    child.on('exit', (code, signal) => resolve({ code: code ?? (signal ? 128 : 1), output }));
  });
}

/** Whether somebody listens on that port of this machine. */
export function portTaken(port) {
  return new Promise((resolve) => {
    const socket = createConnection({ host: '127.0.0.1', port });
    socket.once('connect', () => {
      socket.destroy();
      resolve(true);
    });
    socket.once('error', () => resolve(false));
  });
}

export const pause = (ms) => new Promise((resolve) => setTimeout(resolve, ms));

/** Asks until `probe` answers true. @returns whether it did in time */
export async function until(probe, seconds, every = 100) {
  const end = Date.now() + seconds * 1000;
  for (;;) {
    if (await probe()) return true;
    if (Date.now() > end) return false;
    await pause(every);
  }
}

export function alive(pid) {
  try {
    process.kill(pid, 0);
    return true;
  } catch (error) {
    return error.code === 'EPERM';
  }
}

/** Ends a process: asks first, insists after `seconds`. */
export async function stop(pid, seconds = 20) {
  if (!alive(pid)) return;
  process.kill(pid, 'SIGTERM');
  if (!(await until(async () => !alive(pid), seconds))) process.kill(pid, 'SIGKILL');
}
