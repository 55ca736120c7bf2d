/** Standard input and output, and the exit code. */
import { createReadStream, readFileSync } from 'node:fs';
import { createInterface } from 'node:readline';
import { isRefusal, Refusal } from '@dormant-beacon/core/refusal';
import { decodeReport } from '@dormant-beacon/core/scans';
import { answerLater, answerLine, type Call, readArguments, verbHelp } from './command.js';

process.stdout.on('error', (error: NodeJS.ErrnoException) => process.exit(error.code === 'EPIPE' ? 0 : 1));

try {
  const call = readArguments(process.argv.slice(2));
  if (typeof call === 'string') print(call);
  else if (call.help) print(await verbHelp(call));
  else if (call.list) print(JSON.stringify(call.verb.list!()));
  else if (call.lines) await serveLines(call);
  else print(await answerLater(call, readInput(call)));
} catch (error) {
  const wrongInput = isRefusal(error);
  process.stderr.write(
    `${wrongInput ? oneLine(error.message) : `beacon: our own fault: ${(error as Error).message}`}\n`,
  );
  process.exitCode = wrongInput ? 2 : 1;
}

function print(answered: string | Uint8Array): void {
  process.stdout.write(typeof answered === 'string' ? `${answered}\n` : answered);
}

function readInput({ file, verb }: Call): string | Uint8Array {
  try {
    const bytes = readFileSync(file ?? 0);
    return verb.input === 'file' ? bytes : decodeReport(bytes).text;
  } catch (error) {
    const { code } = error as NodeJS.ErrnoException;
    if (code === 'EAGAIN' || code === 'EOF') return verb.input === 'file' ? new Uint8Array() : '';
    throw new Refusal(
      file ?? 'standard input',
      code === 'ENOENT' ? 'no such file' : `cannot be read (${code})`,
    );
  }
}

async function serveLines(call: Call): Promise<void> {
  const input = call.file === null ? process.stdin : createReadStream(call.file);
  input.on('error', (error: NodeJS.ErrnoException) => {
    process.stderr.write(
      `${call.file}: ${error.code === 'ENOENT' ? 'no such file' : `cannot be read (${error.code})`}\n`,
    );
    process.exit(2);
  });
  for await (const line of createInterface({ input, crlfDelay: Infinity }))
    if (line.trim() !== '') print(answerLine(call, line));
}

function oneLine(text: string): string {
  return text
    .split('\n')
    .map((line) => line.trim())
    .join(' ');
}
