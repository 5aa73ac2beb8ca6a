import { spawn } from 'node:child_process';
import { createWriteStream, mkdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';

export const root = fileURLToPath(new URL('../..', import.meta.url));
export const dataFolder = path.join(root, '.data');

export const pause = (ms) => new Promise((resolve) => setTimeout(resolve, ms));

export const say = (text) => process.stdout.write(`${text}\n`);

/** Ends the program with a sentence a person can act on. */
export class Stop extends Error {}

/** Runs `main`, prints the sentence of a Stop and ends with status 1. */
export function run(main) {
  main().catch((error) => {
    process.stderr.write(error instanceof Stop ? `\n${error.message}\n` : `\n${error.stack ?? error}\n`);
    process.exitCode = 1;
  });
}

/** Says every so often that something is still going on. Answers how to end that. */
export function sayWhileItLasts(words) {
  const started = Date.now();
  const inside = `${words.charAt(0).toLowerCase()}${words.slice(1)}`;
  const ticker = setInterval(() => say(`  still ${inside}, ${Math.round((Date.now() - started) / 1000)} s`), 10_000);
  return () => clearInterval(ticker);
}

/**
 * Runs a command with its output in a log file, saying what is going on while it lasts.
 *
 * @throws Stop with the end of the log when it fails
 */
export function step(words, command, args, options = {}) {
  mkdirSync(dataFolder, { recursive: true });
  const logFile = path.join(
    dataFolder,
    `${path.basename(command)}-${words.replace(/\W+/g, '-').toLowerCase().slice(0, 40)}.log`,
  );
  const log = createWriteStream(logFile);
  const started = Date.now();
  const seconds = () => Math.round((Date.now() - started) / 1000);
  say(`· ${words} …`);
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, {
      cwd: root,
      stdio: ['ignore', 'pipe', 'pipe'],
      ...options,
      env: { ...process.env, ...options.env },
    });
    child.stdout.pipe(log);
    child.stderr.pipe(log);
    const still = sayWhileItLasts(words);
    child.on('error', (error) => {
      still();
      reject(new Stop(`${words} failed: ${error.message}`));
    });
    child.on('close', (code, signal) => {
      still();
      if (code === 0) {
        say(`  done in ${seconds()} s`);
        resolve(undefined);
      } else {
        const tail = readFileSync(logFile, 'utf8').trimEnd().split('\n').slice(-30).join('\n');
        reject(
          new Stop(
            `${words} failed (${signal ?? `status ${code}`}):\n${tail}\nThe whole output is in ${path.relative(root, logFile)}`,
          ),
        );
      }
    });
  });
}
