export { chartFont, LineChart, type LineData, lineOptions } from './line-chart';
export { RangeChart, type Span } from './range-chart';
export { tokenColor } from './token-color';
