// Child processes: run one to its end, or keep one in a group of its own and end the whole group.
import { spawn } from 'node:child_process';

const running = new Set();

/** Asks every command that `run` has started and that still runs to end. */
export function endRunning() {
  for (const child of running) child.kill('SIGTERM');
}

/** Runs a command to its end. Resolves to {code, output}; output is captured only with `quiet`. */
export function run(command, args, { quiet = false, ...options } = {}) {
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, {
      stdio: quiet ? ['ignore', 'pipe', 'pipe'] : ['ignore', 'inherit', 'inherit'],
      ...options,
    });
    let output = '';
    child.stdout?.on('data', (part) => {
      output += part;
    });
    child.stderr?.on('data', (part) => {
      output += part;
    });
    running.add(child);
    child.on('error', reject);
    child.on('close', (code, signal) => {
      running.delete(child);
      resolve({ code: code ?? 128, signal, output });
    });
  });
}

/** Like `run`, but a non-zero exit is an error that carries what the command said. */
export async function mustRun(command, args, options = {}) {
  const result = await run(command, args, options);
  if (result.code !== 0)
    throw new Error(`${command} ${args.join(' ')} ended with ${result.code}\n${result.output}`);
  return result.output;
}

/** Calls `stop` on INT, TERM and HUP, and when the npm that started this process is gone without a word. */
export function whenToldToStop(stop) {
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, stop);
  if (!process.env.npm_lifecycle_event) return;
  const parent = process.ppid;
  setInterval(() => process.ppid !== parent && stop(), 500).unref();
}

/** Ends a process group: TERM, then KILL after `graceMs`. Resolves when the leader is gone. */
export async function endGroup(child, graceMs = 8000) {
  if (child.exitCode !== null || child.signalCode !== null) return;
  const gone = new Promise((resolve) => child.once('exit', resolve));
  signalGroup(child.pid, 'SIGTERM');
  const timer = setTimeout(() => signalGroup(child.pid, 'SIGKILL'), graceMs);
  await gone;
  clearTimeout(timer);
}

function signalGroup(pid, signal) {
  try {
    process.kill(-pid, signal);
  } catch (error) {
    if (error.code !== 'ESRCH') throw error;
  }
}

/** Ends a process group of another start by the id of its leader: TERM, then KILL after `graceMs`. */
export async function endPid(pid, graceMs = 8000) {
  signalGroup(pid, 'SIGTERM');
  for (let left = graceMs; isAlive(pid); left -= 100) {
    if (left <= 0) signalGroup(pid, 'SIGKILL');
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
}

/** Whether a process with this id is alive. */
export function isAlive(pid) {
  try {
    process.kill(pid, 0);
    return true;
  } catch (error) {
    return error.code === 'EPERM';
  }
}
