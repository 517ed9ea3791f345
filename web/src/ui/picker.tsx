import { useState } from "react";
import {
  Button,
  ComboBox,
  Header,
  Input,
  Label,
  ListBox,
  ListBoxItem,
  ListBoxSection,
  Popover,
} from "react-aria-components";
import { bySource, matching, type Choice } from "./choices";

interface PickerProps {
  label: string;
  placeholder: string;
  choices: readonly Choice[];
  onPick: (id: string) => void;
  hideLabel?: boolean;
  /** Told of what is typed, where the choices are looked up and not all at hand. */
  onType?: (text: string) => void;
}

/** Choosing one of many from the first letter. What was chosen leaves the box, ready and focused for the next. */
export function Picker(props: PickerProps) {
  const [picked, setPicked] = useState(0);
  return (
    <Box
      key={picked}
      {...props}
      isNext={picked > 0}
      onPick={(id) => {
        setPicked(picked + 1);
        props.onPick(id);
      }}
    />
  );
}

function Box({
  label,
  placeholder,
  choices,
  onPick,
  hideLabel = false,
  onType,
  isNext,
}: PickerProps & { isNext: boolean }) {
  const [text, setText] = useState("");
  const typed = text.trim().toLowerCase();
  const shown = matching(choices, typed);
  return (
    <ComboBox
      menuTrigger="input"
      inputValue={text}
      onInputChange={(next) => {
        setText(next);
        onType?.(next);
      }}
      selectedKey={null}
      allowsEmptyCollection
      onSelectionChange={(key) => {
        if (key !== null) {
          onPick(String(key));
        }
      }}
      className="block"
    >
      <Label className={hideLabel ? "sr-only" : "block text-xs font-semibold text-soft"}>{label}</Label>
      <span className="relative inline-block">
        {/* the next one is usually chosen right after */}
        <Input autoFocus={isNext} className="input h-8 w-64 pr-8" placeholder={placeholder} />
        <Button
          aria-label={`All choices: ${label}`}
          className="absolute top-0 right-0 h-8 w-8 cursor-pointer text-soft"
        >
          ▾
        </Button>
      </span>
      <Popover className="card-plain max-h-72 w-96 overflow-auto p-1 shadow-md">
        <ListBox className="outline-none" renderEmptyState={() => <p className="px-3 py-2 text-soft">No results.</p>}>
          {bySource(shown).map((section) =>
            section.source === "" ? (
              section.choices.map(item)
            ) : (
              <ListBoxSection key={section.source}>
                <Header className="px-3 pt-2 pb-0.5 text-xs font-semibold text-soft">{section.source}</Header>
                {section.choices.map(item)}
              </ListBoxSection>
            ),
          )}
        </ListBox>
      </Popover>
    </ComboBox>
  );
}

function item(choice: Choice) {
  return (
    <ListBoxItem
      key={choice.id}
      id={choice.id}
      textValue={choice.name}
      className="cursor-pointer rounded px-3 py-1.5 outline-none data-focused:bg-chosen"
    >
      <b className="font-semibold">{choice.name}</b>
      <span className="block truncate text-sm text-soft">{choice.note}</span>
    </ListBoxItem>
  );
}
