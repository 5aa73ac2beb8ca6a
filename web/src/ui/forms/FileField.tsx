import { FileUp } from 'lucide-react';
import { type ComponentProps, useState } from 'react';
import { t } from '../../messages/text.ts';

interface FileFieldProps extends Omit<ComponentProps<'input'>, 'type' | 'onChange' | 'className'> {
  /** The file chosen; null where the choice was taken back. */
  readonly onFile: (file: File | null) => void;
}

/** A file to choose or to drop. The input fills the area, so the browser itself takes what is dropped on it. */
export function FileField({ onFile, ...input }: FileFieldProps) {
  const [name, setName] = useState<string | null>(null);
  return (
    <div className="relative grid min-h-24 max-w-xl place-content-center justify-items-center gap-1 rounded-lg border-2 border-dashed border-edge bg-sheet p-4 text-center has-focus-visible:outline-3 has-focus-visible:outline-paint">
      <FileUp aria-hidden="true" size={24} />
      <span className="font-semibold">{name ?? t('ui.choose-a-file-or-drop', 'Choose a file, or drop it here')}</span>
      <input
        {...input}
        type="file"
        className="absolute inset-0 size-full cursor-pointer opacity-0"
        onChange={(event) => {
          const file = event.target.files?.[0] ?? null;
          setName(file?.name ?? null);
          onFile(file);
        }}
      />
    </div>
  );
}
