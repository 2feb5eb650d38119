import { Cluster } from './lib/ground/cluster.mjs';

/** Stops the database of a test run hard, and starts it again on its port: node scripts/restart-test-cluster.mjs FOLDER */
const cluster = new Cluster(process.argv[2]);
const { port } = cluster.running();
await cluster.stop();
await new Cluster(process.argv[2]).start({ durable: false, port });
