import { AT_STEP_EVERY_MS, ROUTES } from '@humble-churn/contract';
import { useQuery } from '@tanstack/react-query';
import { callApi } from './apiClient';
import { useAway } from './connectivity';

/** This page, as long as it is open. */
let page: string | null = null;

/** Says which step of a batch is open here, and hears where else one is; nothing while the server is away. */
export function useAlsoThere(batchId: string, step: string | null) {
  const away = useAway();
  page ??= crypto.randomUUID();
  const here = page;
  const { data } = useQuery({
    queryKey: ['also-there', batchId, step],
    queryFn: () => callApi(ROUTES.atStep, { params: { batchId }, body: { page: here, step: step ?? '' } }),
    enabled: step !== null && !away,
    // Only while the page is looked at: one in a pocket has no step open.
    refetchInterval: AT_STEP_EVERY_MS,
    retry: false,
    gcTime: 0,
  });
  return away ? [] : (data?.others ?? []);
}
