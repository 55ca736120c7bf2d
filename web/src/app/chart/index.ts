export { chartFont, LineChart, type LineData, lineOptions } from './line-chart';
export { tokenColor } from './token-color';
