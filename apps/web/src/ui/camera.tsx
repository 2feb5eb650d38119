import { lazy, Suspense } from 'react';
import type { CameraProps } from './camera-props.js';

/** Fetched when it is asked for: few screens ever do. */
const CameraView = lazy(() => import('./camera-view.js'));

/** Shows what the camera sees, and tells each code that it reads. */
export const Camera = (props: CameraProps) => (
  <Suspense fallback={<span className="text-soft">Starting the camera…</span>}>
    <CameraView {...props} />
  </Suspense>
);
