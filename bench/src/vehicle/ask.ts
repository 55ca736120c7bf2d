/** A car with faults, what its modules answer, and which warnings are lit. */
import { isRefusal, Refusal } from '@dormant-beacon/core/refusal';
import { fromHex, toHex } from '../frames/index.js';
import { Car } from './car.js';
import type { CarFile } from './car-file.js';
import { carFile, carIds } from './cars.js';
import type { VehicleAskRequest } from './schema.js';

const usualSeconds = 10;
/** Between two requests. */
const betweenSeconds = 0.05;

export interface VehicleAnswer {
  /** Without bytes where nothing came back. */
  readonly answers: readonly { readonly module: string; readonly bytes: string }[];
  readonly beacons: readonly { readonly name: string; readonly state: 'lit' | 'dark' }[];
}

/** @throws Refusal where there is no such vehicle, module or element */
export function askVehicle(request: VehicleAskRequest): VehicleAnswer {
  const file = carFile(request.vehicle);
  if (!file) throw new Refusal('vehicle', `there is no "${request.vehicle}"; there is ${carIds.join(', ')}`);
  const elements = new Set(file.circuit.elements.map(({ id }) => id));
  request.faults?.forEach(({ element }, n) => {
    if (!elements.has(element))
      throw new Refusal(`faults[${n}].element`, `no element "${element}" in this vehicle`);
  });
  const modules = new Set(file.modules.map(({ name }) => name));
  request.requests.forEach(({ module }, n) => {
    if (!modules.has(module))
      throw new Refusal(
        `requests[${n}].module`,
        `no module "${module}"; there is ${[...modules].join(', ')}`,
      );
  });
  return asAsked(() => answered(request, file));
}

/** What the solver refuses lies in what was asked of the vehicle: `state.faults` there is `faults` here. */
function asAsked<A>(work: () => A): A {
  try {
    return work();
  } catch (error) {
    if (!isRefusal(error)) throw error;
    throw new Refusal(error.path.replace(/^state\.(?=faults\b)/, ''), error.reason);
  }
}

function answered(request: VehicleAskRequest, file: CarFile): VehicleAnswer {
  const car = new Car(file, {
    seed: request.seed ?? 1,
    state: request.state ?? {},
    faults: request.faults ?? [],
  });
  car.run(request.seconds ?? usualSeconds);
  const answers = request.requests.map(({ module, bytes }) => {
    const answer = car.ask(module, fromHex(bytes));
    car.run(betweenSeconds);
    return { module, bytes: answer ? toHex(answer) : '' };
  });
  return { answers, beacons: car.beacons() };
}

/** Every vehicle with its modules and elements. */
export function listVehicles() {
  return {
    vehicles: carIds.map((id) => {
      const { name, modules, circuit, beacons } = carFile(id)!;
      return {
        vehicle: id,
        name,
        modules: modules.map(({ name: module, label, address }) => ({
          module,
          label,
          address: address.toString(16).toUpperCase(),
        })),
        elements: circuit.elements.map(({ id: element, kind, label }) => ({
          element,
          kind,
          label: label ?? element,
        })),
        beacons,
      };
    }),
  };
}
