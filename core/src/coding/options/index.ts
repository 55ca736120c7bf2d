export { type OptionChange, type OptionField, optionFields, readOptions, writeOptions } from './options.js';
