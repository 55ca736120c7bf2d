/** Whether a customer's telephone can reach this server. */
import { inject, Injectable } from '@angular/core';
import type { CustomerDoor } from '@dormant-beacon/contract';
import { Client } from '../api';

@Injectable({ providedIn: 'root' })
export class CustomerDoorDesk {
  private readonly client = inject(Client);

  /** @throws ApiProblem where nobody answers */
  door(): Promise<CustomerDoor> {
    return this.client.customerDoor();
  }
}
