import type { ReactNode } from 'react';

/** The input that takes one file; choosing the same file again counts again. Stands inside a label, as a button or as a field. */
export const FileInput = ({
  accept,
  onFile,
  label,
  className = 'sr-only',
}: {
  accept: string;
  onFile: (file: File) => void;
  /** Its name, where the label around it does not say enough. */
  label?: string;
  className?: string;
}) => (
  <input
    type="file"
    accept={accept}
    aria-label={label}
    className={className}
    onChange={(event) => {
      const file = event.target.files?.[0];
      if (file) onFile(file);
      event.target.value = '';
    }}
  />
);

/** A field that takes one file. */
export const FileField = ({
  title,
  ...input
}: {
  title: ReactNode;
  accept: string;
  onFile: (file: File) => void;
  label?: string;
}) => (
  <label className="block">
    {title}
    <FileInput
      {...input}
      className="mt-1 block w-full file:mr-3 file:min-h-10 file:cursor-pointer file:rounded-sm file:border-[1.5px] file:border-solid file:border-key/60 file:bg-white file:px-3 file:font-semibold hover:file:bg-wash"
    />
  </label>
);
