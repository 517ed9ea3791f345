import type { ReactNode } from "react";
import { Button, Menu, MenuItem, MenuTrigger, Popover } from "react-aria-components";

export interface Choice {
  name: string;
  go: () => void;
}

/** A button that opens a few things to do. */
export function ButtonMenu({
  label,
  className,
  button,
  head,
  choices,
}: {
  label: string;
  className: string;
  button: ReactNode;
  head?: ReactNode;
  choices: readonly Choice[];
}) {
  return (
    <MenuTrigger>
      <Button aria-label={label} className={className}>
        {button}
      </Button>
      <Popover placement="bottom end" className="card-plain min-w-52 p-1 shadow-md">
        {head}
        <Menu className="outline-none">
          {choices.map((choice) => (
            <MenuItem
              key={choice.name}
              className="cursor-pointer rounded px-3 py-1.5 outline-none data-focused:bg-chosen"
              onAction={choice.go}
            >
              {choice.name}
            </MenuItem>
          ))}
        </Menu>
      </Popover>
    </MenuTrigger>
  );
}
