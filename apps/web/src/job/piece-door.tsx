import { useSuspenseQuery } from '@tanstack/react-query';
import { Navigate, useParams } from 'react-router';
import { ApiError, jobsQuery } from '../data/index.js';

/** Where the code on a label leads: the piece at the press, by the number of its job. */
export function PieceDoor() {
  const { number = '', piece = '1' } = useParams();
  // A bag may be asked about long after its job was put away.
  const { data } = useSuspenseQuery(jobsQuery({ list: 'kept', number: String(Number(number) || 0), most: '1' }));
  const [job] = data.jobs;
  if (!job)
    throw new ApiError(404, {
      code: 'job.unknown',
      title: `There is no job ${number} here`,
      remedy: 'The label may be of another shop, or of a job that is gone.',
      faults: [],
    });
  return <Navigate to={`/jobs/${job.id}/press?piece=${Math.max(1, Number(piece) || 1)}`} replace />;
}
