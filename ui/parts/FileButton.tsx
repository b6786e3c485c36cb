"use client";
import { useRef } from "react";
import { ActionButton, type ActionButtonProps } from "./ActionButton";

export type FileButtonProps = Omit<ActionButtonProps, "onClick"> & {
  /** Kinds of files that are offered, as an `input` has them; others may come all the same. */
  accept: string;
  multiple?: boolean;
  testId?: string;
  onFiles(files: File[]): void;
};

/** A button that lets files be chosen; the same file may be chosen again. */
export function FileButton({ accept, multiple, testId, onFiles, ...rest }: FileButtonProps) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <ActionButton type="button" {...rest} onClick={() => input.current?.click()} />
      <input
        ref={input}
        type="file"
        accept={accept}
        multiple={multiple}
        hidden
        data-testid={testId}
        onChange={(event) => {
          onFiles([...(event.target.files ?? [])]);
          event.target.value = "";
        }}
      />
    </>
  );
}
