import forms from "../../forms.json";

const TITLES = new Map(Object.entries(forms).map(([name, form]) => [name, form.title]));

/** What a form of change does, in words. */
export function formWords(form: string): string {
  return TITLES.get(form) ?? form;
}
