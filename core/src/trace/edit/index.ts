export { bareCase, circuitFile, type CircuitFile, circuitFileFormat } from './circuit-file.js';
export { editedCase } from './edit-case.js';
export { caseOfCircuit } from './from-circuit.js';
