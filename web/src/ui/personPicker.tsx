import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { peopleQuery } from "../api/queries";
import { Picker } from "./picker";

const MOST_SHOWN = 40;

/** Choosing somebody who is here, looked up as one types. */
export function PersonPicker({
  label,
  placeholder,
  onPick,
}: {
  label: string;
  placeholder: string;
  onPick: (person: { id: string; name: string }) => void;
}) {
  const [typed, setTyped] = useState("");
  const people = useQuery({ ...peopleQuery(typed), enabled: typed.trim() !== "" });
  const found = people.data?.people.slice(0, MOST_SHOWN) ?? [];
  return (
    <Picker
      label={label}
      hideLabel
      placeholder={placeholder}
      choices={found.map((person) => ({
        id: person.id,
        name: person.name,
        note: [person.number, person.job, person.unit].filter((part) => part !== "").join(", "),
      }))}
      onType={setTyped}
      onPick={(id) => {
        const person = found.find((one) => one.id === id);
        if (person !== undefined) {
          onPick({ id, name: person.name });
        }
      }}
    />
  );
}
