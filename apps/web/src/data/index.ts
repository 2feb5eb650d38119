export { ApiError, call, callForFile, callOrKept, problemFrom, sendLeaving, upload } from './api.js';
export { IS_CLOSED, onDoor } from './door.js';
export { rightOf, useMay } from './may.js';
export { useMe, entered, left, noteMe, peopleSignIn } from './me.js';
export {
  dayDoneQuery,
  dayQuery,
  actualsQuery,
  artOneQuery,
  artQuery,
  backupsQuery,
  benchQuery,
  blanksQuery,
  firstJobQuery,
  jobPagesQuery,
  JOBS_KEY,
  jobsQuery,
  loadJob,
  changesQuery,
  meQuery,
  networkQuery,
  peopleQuery,
  signInRuleQuery,
  signInsQuery,
  tabletsQuery,
  LOG_KEY,
  orderJobsQuery,
  orderQuery,
  openJobsQuery,
  openOrdersQuery,
  ORDER_LISTS_KEY,
  orderPagesQuery,
  ORDERS_KEY,
  ordersQuery,
  ownJobsQuery,
  outcomesQuery,
  pictureUrl,
  printsQuery,
  provenQuery,
  queryClient,
  recipesQuery,
  shopDay,
  shopQuery,
  shopZone,
  madeQuery,
  packQuery,
  parcelQuery,
  stockClaimsQuery,
  stockEventsQuery,
  stockQuery,
  studiesQuery,
  studyQuery,
  storageQuery,
  testClothQuery,
  useFaces,
  useFloor,
  useJobFile,
  usePlateReading,
  usePrint,
  useShop,
} from './queries.js';
export { usePages } from './use-pages.js';
export { JobSession, type SessionState } from './job-session.js';
export { useKept } from './kept-choice.js';
export { keptLine, useKeptSince } from './kept-line.js';
export { BenchOutbox, type OutboxState, type SetAside } from './bench-outbox.js';
export { clockIsInDoubt, serverNow, setClock, useNow, useServerClock } from './clock.js';
export { handOver } from './hand-over.js';
export { setLiked, useLiked } from './liked.js';
export {
  LiveLine,
  liveLine,
  type LiveNews,
  type Source,
  useDeviceFindings,
  useLive,
  useNews,
  usePressNow,
} from './live.js';
export { useDay } from './use-day.js';
export { setOperator, stamp, useOperator } from './operator.js';
