export { type QrCode, qrCode } from './qr-code';
