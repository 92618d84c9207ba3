import { ROUTES } from '@humble-churn/contract';
import { queryOptions, useQuery } from '@tanstack/react-query';
import { callApi } from './apiClient';

export const accountQuery = queryOptions({
  queryKey: ['account'],
  queryFn: () => callApi(ROUTES.account, { query: {} }),
});

/** Where the nuts of the last months went, and how much milk is drunk a day. */
export function useAccount() {
  return useQuery(accountQuery);
}
