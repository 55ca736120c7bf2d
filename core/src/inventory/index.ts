export { guessColumns, plainHeading } from './columns.js';
export { readAmount, readRow, type RowRead } from './read-row.js';
export {
  type ColumnMapping,
  columnMapping,
  type InventoryField,
  inventoryFields,
  type InventoryRow,
  inventoryRow,
} from './schema.js';
