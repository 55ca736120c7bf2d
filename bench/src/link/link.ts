/** A tester’s link to a car: requests to several modules at once, framed, in the time that the bus gives them. */
import { type LoggedFrame, toHex } from '../frames/index.js';
import { negative, refusals } from '../services/index.js';
import type { Car } from '../vehicle/index.js';
import { Bus, type BusOptions } from './bus.js';
import { Receiver, type ReceiverOptions, Transfer } from './transfer.js';

/** Seconds in which a module begins to answer, and after which a tester gives up. */
const thinkSeconds = 0.008;
const patienceSeconds = 2;

export interface LinkRequest {
  readonly module: string;
  readonly bytes: Uint8Array;
}

export interface LinkAnswer {
  readonly module: string;
  /** Null where none came in time. */
  readonly bytes: Uint8Array | null;
  /** Why there is none; null where there is one. */
  readonly why: string | null;
}

/**
 * What stands between a tester and a car: `Link` here, or a shop’s own adapter in its place, which takes its time.
 * Requests are asked at once, each of its module, and answered in their order.
 */
export interface Adapter {
  /** Every frame so far, oldest first. */
  readonly log: readonly LoggedFrame[];
  ask(requests: readonly LinkRequest[]): LinkAnswer[] | Promise<LinkAnswer[]>;
}

export interface LinkOptions extends Pick<BusOptions, 'bitrate' | 'channel' | 'lost'> {
  readonly tester?: ReceiverOptions;
  readonly modules?: ReceiverOptions;
}

const idOf = (address: number): string => address.toString(16).toUpperCase().padStart(3, '0');

export class Link implements Adapter {
  private readonly logged: LoggedFrame[] = [];
  private loadNow = 0;

  constructor(
    private readonly car: Car,
    private readonly options: LinkOptions = {},
  ) {}

  /** Every frame so far. */
  get log(): readonly LoggedFrame[] {
    return this.logged;
  }

  /** Share of the time of the last requests in which the bus was taken. */
  get load(): number {
    return this.loadNow;
  }

  /** All at once, each to its module; one module takes one request at a time. @returns in the order of the requests */
  ask(requests: readonly LinkRequest[]): LinkAnswer[] {
    const { tester = {}, modules = {}, ...bus } = this.options;
    const net = new Bus({ ...bus, from: this.car.seconds });
    const begun = net.now;
    const answers = requests.map((): LinkAnswer | undefined => undefined);
    const queues = new Map<string, number[]>();
    requests.forEach(({ module }, n) => queues.set(module, [...(queues.get(module) ?? []), n]));
    for (const [module, queue] of queues) {
      const own = this.car.file.modules.find(({ name }) => name === module);
      if (!own) {
        for (const n of queue) answers[n] = { module, bytes: null, why: 'there is no such module' };
        continue;
      }
      const talk = new Conversation(net, this.car, own, tester, modules, (n, bytes, why) => {
        answers[n] = { module, bytes, why };
      });
      talk.begin(queue.map((n) => ({ n, bytes: requests[n]!.bytes })));
    }
    net.run(() => answers.every((answer) => answer !== undefined));
    this.loadNow = net.load;
    this.logged.push(...net.log);
    this.car.run(net.now - begun);
    return answers.map(
      (answer, n) => answer ?? { module: requests[n]!.module, bytes: null, why: 'no answer' },
    );
  }
}

interface Asked {
  readonly n: number;
  readonly bytes: Uint8Array;
}

/** One module and its tester. */
class Conversation {
  private queue: readonly Asked[] = [];
  private request: Transfer | null = null;
  private answer: Transfer | null = null;
  private stopPatience: () => void = () => undefined;
  private readonly ids: readonly [toModule: string, toTester: string];

  constructor(
    private readonly bus: Bus,
    private readonly car: Car,
    private readonly module: { readonly name: string; readonly address: number },
    tester: ReceiverOptions,
    modules: ReceiverOptions,
    private readonly answered: (n: number, bytes: Uint8Array | null, why: string | null) => void,
  ) {
    this.ids = [idOf(module.address), idOf(module.address + 8)];
    const [toModule, toTester] = this.ids;
    const atModule = new Receiver(
      bus,
      toTester,
      {
        message: (bytes) => this.serve(bytes),
        flow: (...flow) => this.answer?.flow(...flow),
        problem: () => undefined,
      },
      modules,
    );
    const atTester = new Receiver(
      bus,
      toModule,
      {
        message: (bytes) => this.take(bytes),
        flow: (...flow) => this.request?.flow(...flow),
        problem: (why) => this.finish(null, why),
      },
      tester,
    );
    bus.listen(({ id, data }) => {
      if (id === toModule && this.car.reaches(this.module.name)) atModule.take(data);
      if (id === toTester) atTester.take(data);
    });
  }

  begin(queue: readonly Asked[]): void {
    this.queue = queue;
    this.next();
  }

  private next(): void {
    const [asked] = this.queue;
    if (!asked) return;
    this.wait();
    this.request = new Transfer(this.bus, this.ids[0], asked.bytes, (end) => {
      if (end !== 'sent') this.finish(null, end);
    });
    this.request.begin();
  }

  private wait(): void {
    this.stopPatience();
    this.stopPatience = this.bus.after(patienceSeconds, () => this.finish(null, 'no answer'));
  }

  private serve(bytes: Uint8Array): void {
    this.bus.after(thinkSeconds, () => {
      const answer = this.car.ask(this.module.name, bytes);
      if (!answer) return;
      this.answer = new Transfer(this.bus, this.ids[1], answer, () => undefined);
      this.answer.begin();
    });
  }

  private take(bytes: Uint8Array): void {
    // It asks for time: its answer is still to come.
    if (bytes[0] === negative && bytes[2] === refusals.pending) return this.wait();
    this.finish(bytes, null);
  }

  private finish(bytes: Uint8Array | null, why: string | null): void {
    const [asked, ...rest] = this.queue;
    if (!asked) return;
    this.stopPatience();
    this.queue = rest;
    this.answered(asked.n, bytes, why);
    this.next();
  }
}

/** @example hexOf(answer) // '62f190…', or '' where none came */
export const hexOf = ({ bytes }: LinkAnswer): string => (bytes ? toHex(bytes) : '');
