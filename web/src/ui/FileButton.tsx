import { type ComponentProps, useRef } from 'react';
import { Button } from './Button.tsx';

interface Props extends ComponentProps<typeof Button> {
  /** What the file is, for those who do not see the button's picture. */
  file: string;
  accept: string;
  onFiles(files: File[]): void;
  multiple?: boolean;
  /** A phone takes the picture now. */
  camera?: boolean;
}

/** A button that asks for a file; the same one may be chosen again. */
export function FileButton({ file, accept, onFiles, multiple = false, camera = false, ...button }: Props) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <Button {...button} onClick={() => input.current?.click()} />
      <input
        ref={input}
        type="file"
        accept={accept}
        multiple={multiple}
        capture={camera ? 'environment' : undefined}
        aria-label={file}
        className="sr-only"
        tabIndex={-1}
        onChange={e => {
          const files = [...(e.target.files ?? [])];
          e.target.value = '';
          if (files.length > 0) onFiles(files);
        }}
      />
    </>
  );
}
