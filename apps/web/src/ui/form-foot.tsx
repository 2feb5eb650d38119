import type { Problem } from '@kanga/contract/finding';
import { Button } from './button.js';

/** What was wrong and how to mend it, in words. */
export const ProblemText = ({ problem, className = '' }: { problem: Problem; className?: string }) => (
  <p role="alert" className={`font-semibold text-magenta ${className}`}>
    {problem.title}. {problem.remedy}
  </p>
);

/** The foot of a dialog that only tells something. */
export const CloseFoot = ({ onClose }: { onClose: () => void }) => (
  <div className="mt-4 flex justify-end">
    <Button onClick={onClose}>Close</Button>
  </div>
);

/** The foot of a form in a dialog: what went wrong, the way out, and the button that does it. */
export function FormFoot({
  problem,
  onCancel,
  label,
  disabled,
  tone = 'strong',
}: {
  problem: Problem | null;
  onCancel: () => void;
  label: string;
  disabled: boolean;
  tone?: 'strong' | 'danger';
}) {
  return (
    <div className="mt-1 sm:col-span-2">
      {problem && <ProblemText problem={problem} className="mb-2" />}
      <div className="flex justify-end gap-2">
        <Button onClick={onCancel}>Cancel</Button>
        <Button type="submit" tone={tone} disabled={disabled}>
          {label}
        </Button>
      </div>
    </div>
  );
}
