/** A circuit as a file on this device. */
import { bareCase, type CircuitFile, circuitFileFormat } from '@dormant-beacon/core/trace/edit';
import { downloadJson } from '../file';

export function downloadCircuit(circuit: Omit<CircuitFile, 'format' | 'version'>): void {
  const file: CircuitFile = {
    format: circuitFileFormat,
    version: 1,
    ...circuit,
    case: bareCase(circuit.case),
  };
  downloadJson(`${circuit.title}.circuit`, file);
}
