// A job with one beacon, its baseline and a trace, for measuring.
import { randomUUID } from 'node:crypto';

/**
 * @param {(path: string, body: unknown) => Promise<unknown>} write
 * @param {string} jobId
 * @param {unknown} traceCase
 * @returns {Promise<string>} the trace's id
 */
export async function openTracedJob(write, jobId, traceCase) {
  const [beaconId, traceId] = [randomUUID(), randomUUID()];
  const enter = (/** @type {string} */ kind, /** @type {string} */ id, /** @type {unknown} */ data) =>
    write(`/api/jobs/${jobId}/${kind}`, { id, observedAt: new Date().toISOString(), data });
  await write('/api/jobs', {
    jobId,
    vehicleId: randomUUID(),
    head: { event: 'wear' },
    vehicle: { make: 'Ostrel', model: 'Marn wagon' },
  });
  await enter('beacons', beaconId, {
    kind: 'beacon',
    name: 'Many lamps',
    seen: 'lit',
    thereBefore: 'no',
    conditions: [],
    shown: 20,
    exposures: 20,
  });
  await enter('scans', randomUUID(), { kind: 'baseline', text: 'Body: no codes' });
  await enter('traces', traceId, { title: 'Measured', beaconIds: [beaconId], case: traceCase });
  return traceId;
}
