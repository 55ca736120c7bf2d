export { CircuitEvents, circuitsFeature, loadCircuits, loadGrounds, loadRates } from './circuits.state';
export { LibraryEvents, libraryFeature, loadFile, loadPatterns, vehicleFileOf } from './library.state';
