/** The method, the path and the status of one door of the server; a path has `{name}` for each parameter. */
export interface Route {
  method: 'get' | 'post' | 'put' | 'delete';
  path: string;
  status: 200 | 201;
}

const get = <P extends string>(path: P) => ({ method: 'get', path, status: 200 }) as const;
const put = <P extends string>(path: P) => ({ method: 'put', path, status: 200 }) as const;
const remove = <P extends string>(path: P) => ({ method: 'delete', path, status: 200 }) as const;
/** Does something to what is there. */
const act = <P extends string>(path: P) => ({ method: 'post', path, status: 200 }) as const;
/** Makes something new. */
const make = <P extends string>(path: P) => ({ method: 'post', path, status: 201 }) as const;

/**
 * Where every door of the server is: the only place that spells it. The controllers of the server answer by these names, the screens ask by
 * them, and the descriptions of `@kanga/contract/api` hold what goes in and out. Without schemas, so that a screen can read it at once.
 */
export const ROUTES = {
  health: get('/api/health'),
  docs: get('/api/docs'),
  clock: get('/api/clock'),
  blanks: get('/api/blanks'),
  addBlank: make('/api/blanks'),
  addBlanks: make('/api/blanks/table'),
  changeBlank: put('/api/blanks/{id}'),
  blankTemplate: get('/api/blanks/{id}/template/{side}'),
  glass: get('/api/scanner'),
  scan: get('/api/scanner/scan'),
  arts: get('/api/art'),
  addArt: make('/api/art'),
  art: get('/api/art/{id}'),
  addArtPage: make('/api/art/{id}/pages'),
  artPicture: get('/api/art/{id}/{size}'),
  fontCut: get('/api/fonts/{font}/{subset}'),
  jobs: get('/api/jobs'),
  archiveJob: act('/api/jobs/{id}/archive'),
  deleteJob: remove('/api/jobs/{id}'),
  undeleteJob: act('/api/jobs/{id}/undelete'),
  addJob: make('/api/jobs'),
  importTicket: make('/api/jobs/ticket'),
  job: get('/api/jobs/{id}'),
  packedJob: get('/api/jobs/{id}/packed'),
  changeJob: put('/api/jobs/{id}'),
  repeatJob: make('/api/jobs/{id}/repeat'),
  waive: make('/api/jobs/{id}/waivers'),
  ticket: get('/api/jobs/{id}/ticket'),
  insert: get('/api/jobs/{id}/sheet/insert'),
  sheet: get('/api/jobs/{id}/sheet'),
  proofPicture: get('/api/jobs/{id}/proof/{side}/{look}'),
  proof: get('/api/jobs/{id}/proof'),
  profile: get('/api/proof-profile'),
  setProfile: make('/api/proof-profile'),
  approve: make('/api/jobs/{id}/approval'),
  freezePlan: make('/api/jobs/{id}/plan'),
  pressCard: get('/api/jobs/{id}/press-card'),
  closeJob: act('/api/jobs/{id}/close'),
  shop: get('/api/shop'),
  changeSettings: put('/api/shop/settings'),
  bench: get('/api/bench'),
  live: get('/api/bench/live'),
  actuals: get('/api/jobs/{id}/actuals'),
  setPlate: act('/api/shop/presses/{id}/set-point'),
  moveLever: act('/api/shop/presses/{id}/lever'),
  recipes: get('/api/recipes'),
  addRecipe: make('/api/recipes'),
  studies: get('/api/studies'),
  addStudy: make('/api/studies'),
  study: get('/api/studies/{id}'),
  changeStudy: put('/api/studies/{id}'),
  addSwatches: make('/api/studies/{id}/swatches'),
  changeSwatch: put('/api/studies/{id}/swatches/{swatch}'),
  addReadings: act('/api/studies/{id}/readings'),
  addAnswer: act('/api/studies/{id}/answers'),
  setResult: act('/api/studies/{id}/result'),
  layCloth: act('/api/studies/{id}/glass'),
  exportRecipes: get('/api/recipes/export'),
  importRecipes: act('/api/recipes/import'),
  addPhoto: make('/api/jobs/{id}/photos'),
  photo: get('/api/photos/{id}'),
  testCloth: get('/api/test-cloth'),
  useTestCloth: act('/api/test-cloth/used'),
  logNames: get('/api/log/names'),
  exportLog: get('/api/log/export'),
  log: get('/api/log'),
  events: get('/api/jobs/{id}/events'),
  addEvents: act('/api/jobs/{id}/events'),
  outcomes: get('/api/outcomes'),
  proven: get('/api/proven'),
  settingsSheet: get('/api/settings-sheet'),
  prints: get('/api/prints'),
  addPrint: make('/api/prints'),
  print: get('/api/prints/{id}'),
  printPdf: get('/api/prints/{id}/pdf'),
  printPng: get('/api/prints/{id}/png/{sheet}'),
  cutLines: get('/api/prints/{id}/cut/{sheet}'),
  renderPrint: act('/api/prints/{id}/render'),
  sendPrint: act('/api/prints/{id}/send'),
  cancelPrint: act('/api/prints/{id}/cancel'),
  settlePrint: act('/api/prints/{id}/settle'),
  mirrorTest: get('/api/prints/printers/{id}/mirror-test'),
  printerReport: get('/api/prints/printers/{id}'),
  setPrinter: put('/api/shop/printers/{id}'),
  removePrinter: remove('/api/shop/printers/{id}'),
  setPress: put('/api/shop/presses/{id}'),
  removePress: remove('/api/shop/presses/{id}'),
  setMedia: put('/api/shop/media/{id}'),
  removeMedia: remove('/api/shop/media/{id}'),
  readThermometer: make('/api/thermometer/reading'),
  storage: get('/api/storage'),
  tidy: act('/api/storage/tidy'),
  backups: get('/api/backups'),
  addBackup: make('/api/backups'),
  loadDemo: act('/api/shop/demo'),
} as const satisfies Record<string, Route>;

export type RouteName = keyof typeof ROUTES;
