import { type ReactNode, useRef } from "react";

/** A file of the reader's own, chosen behind whatever `children` show. */
export function FilePicker({
  label,
  accept,
  camera = false,
  onFile,
  children,
}: {
  label: string;
  accept: string;
  /** On a phone the camera opens at once. */
  camera?: boolean;
  onFile: (file: File) => void;
  children: (choose: () => void) => ReactNode;
}) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      {children(() => input.current?.click())}
      <input
        ref={input}
        type="file"
        accept={accept}
        aria-label={label}
        {...(camera ? { capture: "environment" } : {})}
        className="hidden"
        onChange={(event) => {
          const file = event.target.files?.[0];
          // The same file chosen again after a correction is a new choice.
          event.target.value = "";
          if (file) onFile(file);
        }}
      />
    </>
  );
}
