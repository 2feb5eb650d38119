import { useMutation } from '@tanstack/react-query';
import { callForFile, handOver } from '../data/index.js';
import { useJob } from './job-context.js';

/** Fetches a PDF of the open job and hands it to the browser as a file, so that a refusal can be shown in words. */
export function useDownload(file: 'sheet' | 'pressCard', name: string) {
  const { view, session } = useJob();
  const { id, number } = view.job;
  return useMutation({
    mutationFn: async () => {
      // What was chosen a moment ago is to be in it.
      await session.flush();
      handOver(`kanga-job-${number}-${name}.pdf`, await callForFile(file, { id }));
    },
  });
}
