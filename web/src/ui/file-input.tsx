import type { RefObject } from 'react';

interface FileInputProps {
  /** Pressed by a button that says in words what is to be chosen. */
  readonly input: RefObject<HTMLInputElement | null>;
  readonly label: string;
  /** Endings and media types, parted by commas. */
  readonly accept: string;
  readonly onFile: (file: File) => void;
}

/** Where a file comes in, out of sight: the button beside it opens it. The same file can be chosen again. */
export const FileInput = ({ input, label, accept, onFile }: FileInputProps) => (
  <input
    ref={input}
    type="file"
    className="hidden"
    aria-label={label}
    accept={accept}
    onChange={({ target }) => {
      const [chosen] = target.files ?? [];
      if (chosen) onFile(chosen);
      target.value = '';
    }}
  />
);
