/** The wiring of a car as one circuit: a supply, fuses, grounds that are shared, and what hangs on each module. */
import type { Element } from '@dormant-beacon/core/circuit';

/** Ohms that are usual in a sound car. Judgement. */
const usual = { contact: 0.005, wire: 0.06, ground: 0.005, loopWire: 0.2, input: 2200 };

/** Of every relay. */
export const coilOhms = 80;

interface MotorOhms {
  readonly running: number;
  readonly stall: number;
}

const pinsOf = (id: string, kind: 'lamp' | 'motor'): [string, string] => {
  const at = id.toLowerCase();
  return [`${at}.${kind}`, `${at}.back`];
};

const motorOf = (id: string, label: string, { running, stall }: MotorOhms): Element => ({
  id,
  kind: 'motor',
  label,
  pins: pinsOf(id, 'motor'),
  runningOhms: running,
  stallOhms: stall,
});

/** Adds elements with names of their own. */
export class Wiring {
  private readonly parts: Element[] = [];

  get elements(): readonly Element[] {
    return this.parts;
  }

  /** Battery, main link and the bar from which the fuses are fed. */
  supply(): this {
    return this.add({
      id: 'BAT',
      kind: 'battery',
      label: 'battery',
      pins: ['b+', 'gnd'],
      volts: 12.6,
      ohms: 0.015,
    }).wire('LINK', 'main link', 'b+', 'bar', 0.002);
  }

  fuse(id: string, amps: number): this {
    return this.add({ id, kind: 'fuse', label: `fuse ${id}`, pins: ['bar', id.toLowerCase()], amps });
  }

  ground(id: string, label: string): this {
    return this.add({ id, kind: 'ground', label, pins: [id.toLowerCase(), 'gnd'], ohms: usual.ground });
  }

  wire(id: string, label: string, from: string, to: string, ohms = usual.wire): this {
    return this.add({ id, kind: 'wire', label, pins: [from, to], ohms });
  }

  contact(id: string, label: string, from: string, to: string, connector = id, ohms = usual.contact): this {
    return this.add({ id, kind: 'contact', label, pins: [from, to], ohms, connector });
  }

  /** A module’s own supply: line, plug, what it draws, ground pin. `name+` and `name-` are what it lives on. */
  module(name: string, label: string, fuse: string, plug: string, ground: string, ohms: number): this {
    const id = name.toUpperCase();
    return this.wire(`${id}-FEED`, `supply line of the ${label}`, fuse.toLowerCase(), `${name}.feed`)
      .contact(`${plug}-FEED`, `supply pin of ${plug}, ${label}`, `${name}.feed`, `${name}+`, plug)
      .add({ id, kind: 'resistor', label, pins: [`${name}+`, `${name}-`], ohms })
      .contact(`${plug}-GROUND`, `ground pin of ${plug}, ${label}`, `${name}-`, `${name}.back`, plug)
      .wire(`${id}-BACK`, `ground line of the ${label}`, `${name}.back`, ground.toLowerCase(), 0.02);
  }

  /** Two drivers hold the pair apart; a module hears it where both of its pins are there. */
  network(): this {
    return this.add({
      id: 'NET-DRIVER-HIGH',
      kind: 'battery',
      label: 'driver of the high line',
      pins: ['drive.high', 'gnd'],
      volts: 3.5,
      ohms: 25,
    })
      .add({
        id: 'NET-DRIVER-LOW',
        kind: 'battery',
        label: 'driver of the low line',
        pins: ['drive.low', 'gnd'],
        volts: 1.5,
        ohms: 25,
      })
      .wire('NET-HIGH', 'high line of the network', 'drive.high', 'net.high', 0.1)
      .wire('NET-LOW', 'low line of the network', 'drive.low', 'net.low', 0.1)
      .add({
        id: 'END-A',
        kind: 'resistor',
        label: 'end resistor in front',
        pins: ['net.high', 'net.low'],
        ohms: 120,
      })
      .add({
        id: 'END-B',
        kind: 'resistor',
        label: 'end resistor behind',
        pins: ['net.high', 'net.low'],
        ohms: 120,
      });
  }

  listens(name: string, label: string, plug: string): this {
    const id = name.toUpperCase();
    return this.contact(`${plug}-HIGH`, `high pin of ${plug}, ${label}`, 'net.high', `${name}.high`, plug)
      .contact(`${plug}-LOW`, `low pin of ${plug}, ${label}`, 'net.low', `${name}.low`, plug)
      .add({
        id: `${id}-NET`,
        kind: 'resistor',
        label: `network side of the ${label}`,
        pins: [`${name}.high`, `${name}.low`],
        ohms: 30_000,
      });
  }

  /** A lamp on an output of a module. */
  lamp(id: string, label: string, feed: string, plug: string, ground: string, watts: number): this {
    const pins = pinsOf(id, 'lamp');
    return this.output(id, `output for the ${label}`, feed, 8)
      .wire(`${id}-LINE`, `line to the ${label}`, `${id.toLowerCase()}.out`, `${id.toLowerCase()}.feed`)
      .plugged(id, label, plug, ground, { id, kind: 'lamp', label, pins, volts: 12, watts });
  }

  /** A motor that an output of a module drives. */
  motor(id: string, label: string, feed: string, plug: string, ground: string, ohms: MotorOhms): this {
    return this.output(id, `output for the ${label}`, feed, 25)
      .wire(`${id}-LINE`, `line to the ${label}`, `${id.toLowerCase()}.out`, `${id.toLowerCase()}.feed`)
      .plugged(id, label, plug, ground, motorOf(id, label, ohms));
  }

  /** A motor behind a relay, whose coil an output drives; the module sees the volts behind the contact. */
  relayedMotor(
    id: string,
    label: string,
    [coilFeed, feed]: readonly [string, string],
    plug: string,
    ground: string,
    ohms: MotorOhms,
  ): this {
    const at = id.toLowerCase();
    return this.output(id, `output for the relay of the ${label}`, coilFeed, 3)
      .wire(`${id}-LINE`, `line to the relay of the ${label}`, `${at}.out`, `${at}.86`)
      .wire(`${id}-COIL-BACK`, `ground line of the relay of the ${label}`, `${at}.85`, ground.toLowerCase())
      .add({
        id: `${id}-RELAY`,
        kind: 'relay',
        label: `relay of the ${label}`,
        pins: [`${at}.86`, `${at}.85`, feed, `${at}.87`, `${at}.87a`],
        coilOhms,
        pullInVolts: 7,
        releaseVolts: 2,
        contactOhms: 0.005,
      })
      .wire(`${id}-FEED`, `line from the relay to the ${label}`, `${at}.87`, `${at}.feed`, 0.03)
      .plugged(id, label, plug, ground, motorOf(id, label, ohms));
  }

  /** A switch on an input that a module pulls up to five volts; closed where `closed`. */
  switch(id: string, label: string, plug: string, ground: string, closed: boolean): this {
    const at = id.toLowerCase();
    return this.add({
      id: `${id}-INPUT`,
      kind: 'moduleInput',
      label: `input for the ${label}`,
      pins: [`${at}.in`, 'gnd'],
      pullUpOhms: usual.input,
      pullUpVolts: 5,
      thresholdVolts: 2.5,
    })
      .wire(`${id}-LINE`, `line to the ${label}`, `${at}.in`, `${at}.feed`)
      .contact(`${id}-PIN`, `signal pin of ${plug}, ${label}`, `${at}.feed`, `${at}.top`, plug)
      .add({ id, kind: 'switch', label, pins: [`${at}.top`, `${at}.end`], closed })
      .contact(`${id}-BACK`, `return pin of ${plug}, ${label}`, `${at}.end`, ground.toLowerCase(), plug);
  }

  /** A sensor by its ohms, on an input that is pulled up. */
  sensor(id: string, label: string, plug: string, ohms: number, pullUp = { ohms: 2200, volts: 5 }): this {
    const at = id.toLowerCase();
    return this.add({
      id: `${id}-INPUT`,
      kind: 'moduleInput',
      label: `input for the ${label}`,
      pins: [`${at}.in`, 'gnd'],
      pullUpOhms: pullUp.ohms,
      pullUpVolts: pullUp.volts,
      thresholdVolts: 2.5,
    })
      .wire(`${id}-LINE`, `line to the ${label}`, `${at}.in`, `${at}.feed`)
      .contact(`${id}-PIN`, `signal pin of ${plug}, ${label}`, `${at}.feed`, `${at}.top`, plug)
      .add({ id, kind: 'sensor', label, pins: [`${at}.top`, `${at}.end`], ohms })
      .contact(`${id}-BACK`, `return pin of ${plug}, ${label}`, `${at}.end`, `${at}.return`, plug)
      .wire(`${id}-RETURN`, `return line of the ${label}`, `${at}.return`, 'gnd', 0.1);
  }

  /** A squib between two lines that only their module reads; a shorting bar closes where its plug is parted. */
  loop(id: string, label: string, plug: string, modulePlug: string): this {
    const at = id.toLowerCase();
    return (
      this.contact(
        `${id}-MODULE-PIN`,
        `loop pins of ${modulePlug}, ${label}`,
        `${at}.plus`,
        `${at}.module`,
        modulePlug,
      )
        .wire(`${id}-LINE`, `line to the ${label}`, `${at}.module`, `${at}.feed`, usual.loopWire)
        .contact(`${id}-PIN`, `plug ${plug}, ${label}`, `${at}.feed`, `${at}.pin`, plug)
        // Where the unit sits in its plug: parted as if it had a plug of its own.
        .contact(
          `${id}-SEAT`,
          `seat of the ${label} in ${plug}`,
          `${at}.pin`,
          `${at}.unit`,
          `${id}-UNIT`,
          0.001,
        )
        .add({ id, kind: 'squib', label, pins: [`${at}.unit`, `${at}.end`], ohms: 2 })
        .contact(`${id}-BACK`, `return pin of ${plug}, ${label}`, `${at}.end`, `${at}.back`, plug)
        .wire(`${id}-RETURN`, `return line of the ${label}`, `${at}.back`, `${at}.minus`, usual.loopWire)
        .add({
          id: `${id}-BAR`,
          kind: 'shortingBar',
          label: `shorting bar in ${plug}`,
          pins: [`${at}.feed`, `${at}.back`],
          connector: plug,
          half: 'harness',
        })
        .add({
          id: `${id}-REFERENCE`,
          kind: 'resistor',
          label: `reference of the ${label}’s loop`,
          pins: [`${at}.minus`, 'gnd'],
          ohms: 5000,
        })
    );
  }

  private output(id: string, label: string, feed: string, limitAmps: number): this {
    const pins: [string, string] = [feed, `${id.toLowerCase()}.out`];
    return this.add({
      id: `${id}-OUTPUT`,
      kind: 'moduleOutput',
      label,
      pins,
      side: 'high',
      ohms: 0.03,
      limitAmps,
    });
  }

  /** What is fed at one pin of its plug, and goes to ground at the other. */
  private plugged(id: string, label: string, plug: string, ground: string, unit: Element): this {
    const [fed, back] = unit.pins as [string, string];
    return this.contact(`${id}-PIN`, `feed pin of ${plug}, ${label}`, `${id.toLowerCase()}.feed`, fed, plug)
      .add(unit)
      .contact(`${id}-BACK`, `ground pin of ${plug}, ${label}`, back, ground.toLowerCase(), plug);
  }

  private add(element: Element): this {
    this.parts.push(element);
    return this;
  }
}
