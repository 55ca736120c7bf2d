export { Bus, type BusFrame, type BusOptions, frameBits } from './bus.js';
export { type Adapter, hexOf, Link, type LinkAnswer, type LinkOptions, type LinkRequest } from './link.js';
export { Receiver, type ReceiverOptions, separationOf, Transfer, type TransferEnd } from './transfer.js';
export { type DecodedMessage, decodeLog } from './decode.js';
