import { Marked, type Tokens } from "marked";

const FILES = import.meta.glob<string>(
  ["../../../docs/manual.md", "../../../docs/places/*.md", "../../../docs/{glossary,rules,sentences,security}.md"],
  {
    query: "?raw",
    import: "default",
    eager: true,
  },
);

const PICTURES = import.meta.glob<string>("../../../docs/screenshots/*.png", {
  query: "?url",
  import: "default",
  eager: true,
});

export interface Page {
  /** As in the address: `people`, `glossary`. */
  name: string;
  title: string;
  markdown: string;
}

/** The manual's pages, the first one first and the others by title. */
export const PAGES: readonly Page[] = Object.entries(FILES)
  .map(([path, markdown]) => ({
    name: nameOf(path),
    title: /^# (.+)$/m.exec(markdown)?.[1] ?? nameOf(path),
    markdown,
  }))
  .toSorted(
    (one, other) =>
      Number(other.name === "manual") - Number(one.name === "manual") || one.title.localeCompare(other.title),
  );

function nameOf(path: string): string {
  return path.slice(path.lastIndexOf("/") + 1).replace(/\.md$/, "");
}

/** As in an address: lower case, with hyphens between words. */
export function anchorOf(heading: string): string {
  return heading
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, "-")
    .replace(/^-|-$/g, "");
}

export interface Section {
  page: string;
  pageTitle: string;
  heading: string;
  anchor: string;
  text: string;
}

/** Every heading with the words below it, to be searched. */
export function sectionsOf(pages: readonly Page[]): Section[] {
  return pages.flatMap((page) =>
    page.markdown
      .split(/^(?=#{1,3} )/m)
      .filter((part) => part.startsWith("#"))
      .map((part) => {
        const heading = /^#{1,3} (.+)$/m.exec(part)?.[1] ?? page.title;
        return {
          page: page.name,
          pageTitle: page.title,
          heading,
          anchor: anchorOf(heading),
          text: part.slice(part.indexOf("\n") + 1).replace(/[`*|#[\]()]/g, " "),
        };
      }),
  );
}

/** Where a link of the manual leads within Wexa: other pages stay here, pictures are files of the build. */
export function addressOf(href: string): string | undefined {
  const found = /^(?:\.\.?\/)*(?:places\/)?([a-z-]+)\.md(#.*)?$/.exec(href);
  const page = found?.[1];
  return page !== undefined && PAGES.some((one) => one.name === page)
    ? `/manual/${page}${found?.[2] ?? ""}`
    : undefined;
}

function pictureOf(href: string): string | undefined {
  return Object.entries(PICTURES).find(([path]) => nameOf(path) === nameOf(href))?.[1];
}

const marked = new Marked({
  renderer: {
    heading({ tokens, depth }: Tokens.Heading): string {
      const text = this.parser.parseInline(tokens);
      return `<h${depth} id="${anchorOf(text.replace(/<[^>]+>/g, ""))}">${text}</h${depth}>`;
    },
    link({ href, tokens }: Tokens.Link): string {
      const text = this.parser.parseInline(tokens);
      const address = href.startsWith("#") ? href : addressOf(href);
      // what is no page of the manual, such as the source, is named and leads nowhere from here
      return address === undefined ? text : `<a href="${address}">${text}</a>`;
    },
    image({ href, text }: Tokens.Image): string {
      const picture = pictureOf(href);
      return picture === undefined ? "" : `<img src="${picture}" alt="${text}" loading="lazy">`;
    },
  },
});

/** A page as HTML. The manual is part of the build: nobody else writes it. */
export function htmlOf(page: Page): string {
  return marked.parse(page.markdown, { async: false });
}
