export { figuresLocale, FiguresPipe, sayFigures, writeFigures } from './figures';
