export { FrameLog } from './frame-log';
export { framesIn } from './frames-in';
