import { lazy, Suspense, type ComponentProps } from 'react';
import type { JobForm } from './job-form.js';

const Form = lazy(async () => ({ default: (await import('./job-form.js')).JobForm }));

/** The form of a job, fetched with all that forms need when one is opened: no page begins with it. */
export const LateJobForm = (props: ComponentProps<typeof JobForm>) => (
  <Suspense fallback={<p role="status">Loading…</p>}>
    <Form {...props} />
  </Suspense>
);
