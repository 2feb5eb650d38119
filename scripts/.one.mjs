import { withTestCluster, browser } from './lib/test.mjs';
import { ADMIN } from './lib/ground/cluster-files.mjs';
import { attempt } from './lib/machine.mjs';
export { withTestCluster, browser, ADMIN, attempt };
