"use client";
import { FileUp } from "lucide-react";
import { useState } from "react";

interface Props {
  label: string;
  accept: string;
  many?: boolean;
  onFiles: (files: readonly File[]) => void;
}

/** A place to drop files on, or to choose them. */
export function FilePick({ label, accept, many = false, onFiles }: Props) {
  const [over, setOver] = useState(false);
  return (
    <label
      className={`flex min-h-24 cursor-pointer items-center justify-center gap-3 rounded-control border-2 border-dashed
        px-6 text-sub font-medium focus-within:outline-3
        ${over ? "border-copper bg-copper-wash" : "border-ink-3 bg-plane"}`}
      onDragOver={(e) => {
        e.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(e) => {
        e.preventDefault();
        setOver(false);
        onFiles([...e.dataTransfer.files]);
      }}
    >
      <FileUp aria-hidden size={24} />
      {label}
      <input
        type="file"
        accept={accept}
        multiple={many}
        className="sr-only"
        onChange={(e) => {
          const files = [...(e.target.files ?? [])];
          e.target.value = "";
          if (files.length) onFiles(files);
        }}
      />
    </label>
  );
}
