/** What a customer is asked by their link, and what they tell. */
import { inject, Injectable } from '@angular/core';
import type { CustomerPage, CustomerTells } from '@dormant-beacon/contract';
import { Client, newId } from '../api';

@Injectable({ providedIn: 'root' })
export class CustomerDesk {
  private readonly client = inject(Client);
  /** What is on its way: sent again after a broken line, each is the same report. */
  private sending = new Map<string, { readonly id: string; readonly observedAt: string }>();

  /** @throws ApiProblem where the link has ended, or nobody answers */
  page(token: string): Promise<CustomerPage> {
    return this.client.customerPage(token);
  }

  /** One after the other. @throws ApiProblem where one is refused, or nobody answers */
  async tell(token: string, reports: readonly CustomerTells['report'][]): Promise<CustomerPage> {
    const words = reports.map((report) => JSON.stringify(report));
    const now = new Date().toISOString();
    this.sending = new Map(
      words.map((own) => [own, this.sending.get(own) ?? { id: newId(), observedAt: now }]),
    );
    let page: CustomerPage | null = null;
    for (const [n, report] of reports.entries())
      page = await this.client.customerTells({ token, ...this.sending.get(words[n]!)!, report });
    this.sending.clear();
    return page!;
  }
}
