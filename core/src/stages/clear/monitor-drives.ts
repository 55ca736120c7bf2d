/**
 * What completes the monitor of a code: a permanent code and one that is gone but not tested wait for it. Usual drives,
 * by the area that a code speaks of; judgement. The maker's own drive goes before.
 */
import { isLostCommunication } from '../../causes/index.js';
import { guardOf } from '../../restraints/index.js';
import type { ScanCode } from '../../scans/index.js';
import type { CodeEnd, ScanFact } from '../../record/index.js';

export interface MonitorDrive {
  readonly id: 'restraint' | 'message' | 'powertrain' | 'chassis' | 'body';
  readonly does: string;
}

const drives: Readonly<Record<MonitorDrive['id'], string>> = {
  restraint:
    'Ignition on, the cabin empty, doors shut, for a minute: the lamp lights, goes out, and stays out over three such starts.',
  message: 'All modules awake for two minutes, then locked until they sleep, then awake again.',
  powertrain:
    'A cold start, two minutes of idling, ten minutes of town, ten at a steady speed, then coasting down; on another day once more.',
  chassis: 'Straight on above 30 km/h, a firm stop, then a turn to each side.',
  body: 'Ignition on, then the function that it speaks of, used three times to its end and back.',
};

function idOf(code: Pick<ScanCode, 'module' | 'code' | 'text'>): MonitorDrive['id'] {
  if (guardOf({ module: code.module, code: code.code, text: code.text ?? null }).guard === 'restraint')
    return 'restraint';
  if (isLostCommunication(code.code) || code.code.startsWith('U')) return 'message';
  return ({ P: 'powertrain', C: 'chassis' } as const)[code.code.charAt(0)] ?? 'body';
}

/** @example monitorDrive({ module: 'Engine', code: 'P0420', text: null }).id // 'powertrain' */
export function monitorDrive(code: Pick<ScanCode, 'module' | 'code' | 'text'>): MonitorDrive {
  const id = idOf(code);
  return { id, does: drives[id] };
}

export interface WaitingMonitor extends MonitorDrive {
  readonly codes: readonly Pick<CodeEnd, 'module' | 'code' | 'failureType'>[];
  /** Some of them are permanent: no reader clears them. */
  readonly permanent: boolean;
}

/** Codes that wait for a monitor, by the drive that completes it. */
export function waitingMonitors(ends: readonly CodeEnd[], final: ScanFact): WaitingMonitor[] {
  const permanent = final.scan.codes.filter(({ status }) => status === 'permanent');
  const waits = new Map<
    string,
    { code: Pick<ScanCode, 'module' | 'code' | 'text' | 'failureType'>; stays: boolean }
  >();
  for (const code of permanent) waits.set(`${code.module} ${code.code}`, { code, stays: true });
  for (const end of ends)
    if (end.result === 'absent-untested' && !waits.has(`${end.module} ${end.code}`))
      waits.set(`${end.module} ${end.code}`, { code: end, stays: false });
  const byDrive = new Map<MonitorDrive['id'], WaitingMonitor>();
  for (const { code, stays } of waits.values()) {
    const drive = monitorDrive(code);
    const before = byDrive.get(drive.id);
    byDrive.set(drive.id, {
      ...drive,
      codes: [
        ...(before?.codes ?? []),
        { module: code.module, code: code.code, failureType: code.failureType ?? null },
      ],
      permanent: stays || before?.permanent === true,
    });
  }
  return [...byDrive.values()];
}
