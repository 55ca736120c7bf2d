export { checkCharacter, readVin, type VinReading } from './vin.js';
