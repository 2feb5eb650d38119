import { useJob } from '../job/index.js';
import { PackTable } from './pack-table.js';
import { usePack } from './use-pack.js';

/** The stage of a job: what it is a size of is packed with the whole order. */
export default function Pack() {
  const { job } = useJob().view;
  const packing = usePack(job.order ? 'order' : 'job', job.order?.id ?? job.id);
  return <PackTable packing={packing} />;
}
