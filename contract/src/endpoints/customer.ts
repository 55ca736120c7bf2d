/** The customer’s own page, opened by a link; and whether this server can be reached by one. */
import * as customer from '../customer.js';
import { withCustomer } from '../who.js';
import type { Endpoint } from './endpoint.js';

const fewBytes = 8_000;

export const customerEndpoints = {
  customerDoor: {
    method: 'GET',
    path: '/api/customer-door',
    says: 'where a customer’s telephone reaches this server, or why it cannot',
    who: withCustomer,
    answer: customer.customerDoor,
  },
  customerPage: {
    method: 'POST',
    path: '/api/customer/page',
    says: 'what a customer is asked about their car, by the secret of their link; it writes nothing',
    who: 'anyone',
    body: customer.customerAsk,
    answer: customer.customerPage,
    bodyLimit: fewBytes,
  },
  customerTells: {
    method: 'POST',
    path: '/api/customer/reports',
    says: 'what a customer tells by their link; the first time, the link is tied to their telephone',
    who: 'anyone',
    body: customer.customerTells,
    answer: customer.customerPage,
    bodyLimit: fewBytes,
  },
} as const satisfies Record<string, Endpoint>;
