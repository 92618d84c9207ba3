/** The addresses of the app's screens, parameters as `:name`; a test holds them to the files of the client. */
export const SCREENS = [
  '/',
  '/bench',
  '/cautions',
  '/counter',
  '/counter/:batchId',
  '/days',
  '/devices',
  '/ingredients/:key',
  '/ingredients/new',
  '/kitchen',
  '/notebook',
  '/notebook/:batchId',
  '/recipes',
  '/shelf',
  '/shelf/:batchId/:jarId',
] as const;
