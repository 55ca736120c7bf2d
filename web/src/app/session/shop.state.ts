/** The shop's settings, as every screen uses them: units, money, policies. */
import { inject } from '@angular/core';
import type { Shop } from '@dormant-beacon/contract';
import { defaultShopSettings, jobPolicyOf } from '@dormant-beacon/core/shop/policy';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import {
  createActionGroup,
  createFeature,
  createReducer,
  createSelector,
  emptyProps,
  on,
  props,
} from '@ngrx/store';
import { switchMap } from 'rxjs';
import { asked, Client } from '../api';
import { PeopleEvents } from './people.state';

export const ShopEvents = createActionGroup({
  source: 'Shop',
  events: {
    Wanted: emptyProps(),
    Loaded: props<{ shop: Shop }>(),
    'Not Loaded': props<{ reason: string }>(),
  },
});

interface ShopState {
  readonly shop: Shop | null;
  /** Why the shop’s settings are not known here: until they are, the defaults stand. */
  readonly unread: string | null;
}

export const shopFeature = createFeature({
  name: 'shop',
  reducer: createReducer<ShopState>(
    { shop: null, unread: null },
    on(ShopEvents.loaded, (_state, { shop }): ShopState => ({ shop, unread: null })),
    on(ShopEvents.notLoaded, (state, { reason }): ShopState => ({ ...state, unread: reason })),
  ),
  extraSelectors: ({ selectShop }) => ({
    selectSettings: createSelector(selectShop, (shop) => shop?.settings ?? defaultShopSettings),
  }),
});

/** Until the server answers, the defaults stand. */
export const loadShop = createEffect(
  (actions = inject(Actions), client = inject(Client)) =>
    actions.pipe(
      ofType(ShopEvents.wanted, PeopleEvents.arrived, PeopleEvents.serverReturned),
      switchMap(() => asked(client.shop(), (shop) => ShopEvents.loaded({ shop }), ShopEvents.notLoaded)),
    ),
  { functional: true },
);

/** What the shop asks of a job: of its proofs, before its car counts as safe, of its routes. */
export const selectJobPolicy = createSelector(shopFeature.selectSettings, jobPolicyOf);
