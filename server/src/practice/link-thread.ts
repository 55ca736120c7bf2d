/** The thread on which the cars of open links live: each goes on from request to request. */
import { fromHex, writeLine } from '@dormant-beacon/bench/frames';
import { type Adapter, hexOf, Link } from '@dormant-beacon/bench/link';
import { carOfRecord, type PracticeJob, provoke, type Trial } from '@dormant-beacon/bench/practice';
import type { Car } from '@dormant-beacon/bench/vehicle';

export interface Asked {
  readonly module: string;
  readonly bytes: string;
}

export type ToThread =
  | { readonly do: 'open'; readonly link: number; readonly job: PracticeJob }
  | { readonly do: 'ask'; readonly link: number; readonly requests: readonly Asked[] }
  | { readonly do: 'set'; readonly link: number; readonly set: CarSet }
  | { readonly do: 'close'; readonly link: number };

export interface CarSet {
  readonly positions?: string[] | null | undefined;
  readonly ignition?: 'on' | 'off' | null | undefined;
  /** Left out, as before; null ends one. */
  readonly trial?: Trial | null | undefined;
}

export interface Answered {
  readonly answers: readonly {
    readonly module: string;
    readonly bytes: string;
    readonly why: string | null;
  }[];
  /** The frames of these requests, in the form of a log. */
  readonly frames: readonly string[];
}

export type FromThread = Answered | null;

/** Time that passes for a car between two requests is what passes here, up to so much. */
const mostSeconds = 10;

interface Open {
  readonly car: Car;
  readonly adapter: Adapter;
  logged: number;
  at: number;
}

const open = new Map<number, Open>();

async function answered(link: number, requests: readonly Asked[]): Promise<Answered> {
  const own = open.get(link);
  if (!own) throw new Error('The simulated car has stopped. Open the link again.');
  const { car, adapter, logged } = own;
  const now = performance.now();
  car.run(Math.min(mostSeconds, (now - own.at) / 1000));
  own.at = now;
  const answers = await adapter.ask(requests.map(({ module, bytes }) => ({ module, bytes: fromHex(bytes) })));
  own.logged = adapter.log.length;
  return {
    answers: answers.map((answer) => ({ module: answer.module, bytes: hexOf(answer), why: answer.why })),
    frames: adapter.log.slice(logged).map(writeLine),
  };
}

/** @throws Error where a car cannot be built from its record, or is not here any more */
export default async function work(message: ToThread): Promise<FromThread> {
  if (message.do === 'ask') return answered(message.link, message.requests);
  if (message.do === 'close') open.delete(message.link);
  else if (message.do === 'set') {
    const { car } = open.get(message.link) ?? {};
    const { positions, ignition, trial } = message.set;
    if (!car) return null;
    const { state } = car.standing;
    car.set({
      ...state,
      positions: positions ?? state.positions,
      ignition: ignition ?? state.ignition,
      ...(trial === undefined ? {} : { around: null }),
    });
    provoke(car, trial ?? null);
  } else {
    const car = carOfRecord(message.job);
    open.set(message.link, { car, adapter: new Link(car), logged: 0, at: performance.now() });
  }
  return null;
}
