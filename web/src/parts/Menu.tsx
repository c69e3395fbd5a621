// A button that opens a list of things to do, wrapped once.
import { DropdownMenu } from "radix-ui";
import type { ReactNode } from "react";

interface MenuProps {
  label: string;
  /** What stands on the button; its label by default. */
  shown?: ReactNode;
  children: ReactNode;
}

export function Menu({ label, shown, children }: MenuProps) {
  return (
    <DropdownMenu.Root modal={false}>
      <DropdownMenu.Trigger className="button min-h-9" aria-label={label} data-screen-only>
        {shown ?? label}
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="end"
          sideOffset={4}
          className="z-50 min-w-48 rounded-md border border-line bg-panel py-1 shadow-xl"
        >
          {children}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

const LINE =
  "flex min-h-11 w-full cursor-pointer items-center px-4 text-left data-[disabled]:text-mute data-[highlighted]:bg-cone-soft";

export function MenuAct({
  onDo,
  disabled = false,
  children,
}: {
  onDo: () => void;
  disabled?: boolean;
  children: ReactNode;
}) {
  return (
    <DropdownMenu.Item className={LINE} disabled={disabled} onSelect={onDo}>
      {children}
    </DropdownMenu.Item>
  );
}

export function MenuLink({
  to,
  file,
  children,
}: {
  to: string;
  /** What the file is saved as. */
  file: string;
  children: ReactNode;
}) {
  return (
    <DropdownMenu.Item className={LINE} asChild>
      <a href={to} download={file}>
        {children}
      </a>
    </DropdownMenu.Item>
  );
}
