/** A circuit as a file on this device. */
import { bareCase, type CircuitFile, circuitFileFormat } from '@dormant-beacon/core/trace';

export function downloadCircuit(circuit: Omit<CircuitFile, 'format' | 'version'>): void {
  const file: CircuitFile = {
    format: circuitFileFormat,
    version: 1,
    ...circuit,
    case: bareCase(circuit.case),
  };
  const address = URL.createObjectURL(
    new Blob([JSON.stringify(file, null, 2)], { type: 'application/json' }),
  );
  const link = document.createElement('a');
  link.href = address;
  link.download = `${circuit.title.toLowerCase().replace(/[^a-z0-9]+/g, '-')}.circuit.json`;
  link.click();
  setTimeout(() => URL.revokeObjectURL(address), 1000);
}
