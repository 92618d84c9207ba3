import { ROUTES } from '@humble-churn/contract';
import { useQuery } from '@tanstack/react-query';
import { callApi } from './apiClient';

/** Where the nuts of the last months went, and how much milk is drunk a day. */
export function useAccount() {
  return useQuery({
    queryKey: ['account'],
    queryFn: () => callApi(ROUTES.account, { query: {} }),
  });
}
