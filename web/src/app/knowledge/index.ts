export { CircuitEvents, circuitsFeature } from './circuits.state';
export { LibraryDesk } from './library-desk';
export { LibraryEvents, libraryFeature, vehicleFileOf } from './library.state';
export { provideKnowledge } from './provide';
export { StockDesk } from './stock-desk';
export { fileOf } from './vehicle-file';
