import { useNavigate } from "@tanstack/react-router";
import { useEffect, useRef, useState } from "react";
import {
  Autocomplete,
  Dialog,
  Header,
  Input,
  ListBox,
  ListBoxItem,
  ListBoxSection,
  Modal,
  ModalOverlay,
  SearchField,
} from "react-aria-components";
import { useSession } from "../session/hooks";
import { useHits, type Hit } from "./hits";
import { remember } from "./lastUsed";

/** What leads to everything: a button in the header that opens a box over the page. */
export function Find({ isOpen, onOpen }: { isOpen: boolean; onOpen: (isOpen: boolean) => void }) {
  return (
    <>
      <button
        id="find"
        type="button"
        aria-haspopup="dialog"
        className="input flex h-8 w-60 cursor-pointer items-center bg-base-200 text-soft max-[1180px]:w-36"
        onClick={() => onOpen(true)}
      >
        <span className="flex-1 text-left">Find or do</span>
        <kbd className="kbd kbd-xs max-[1180px]:hidden">Ctrl K</kbd>
      </button>
      <ModalOverlay
        isOpen={isOpen}
        onOpenChange={onOpen}
        isDismissable
        className="fixed inset-0 z-50 flex justify-center bg-black/30 px-4 pt-[9vh]"
      >
        <Modal className="h-fit w-full max-w-2xl">
          <Dialog aria-label="Find or do" className="card-plain flex max-h-[76vh] flex-col shadow-lg outline-none">
            <Box onDone={() => onOpen(false)} />
          </Dialog>
        </Modal>
      </ModalOverlay>
    </>
  );
}

function Box({ onDone }: { onDone: () => void }) {
  const navigate = useNavigate();
  const session = useSession();
  const [text, setText] = useState("");
  const { hits, isReading } = useHits(text);
  // until somebody moves through the list, Enter means the best hit, also one that comes after the last letter
  const [isMoved, setMoved] = useState(false);
  const [isEntered, setEntered] = useState(false);
  const best = isMoved ? undefined : hits[0];
  const go = (id: string) => {
    const hit = hits.find((one) => one.id === id);
    if (hit === undefined) {
      return;
    }
    onDone();
    hit.run?.();
    if (hit.href !== undefined) {
      remember(session.login, { id: hit.id, name: hit.name, note: hit.note, href: hit.href });
      void navigate({ href: hit.href });
    }
  };
  const latest = useRef(go);
  useEffect(() => {
    latest.current = go;
  });
  useEffect(() => {
    if (isEntered && !isReading && best !== undefined) {
      latest.current(best.id);
    }
  }, [isEntered, isReading, best]);
  return (
    <div
      className="contents"
      onKeyDownCapture={(event) => {
        if (event.key === "ArrowDown" || event.key === "ArrowUp") {
          setMoved(true);
        } else if (event.key === "Enter" && !isMoved) {
          event.preventDefault();
          event.stopPropagation();
          setEntered(true);
        }
      }}
    >
      <Autocomplete
        inputValue={text}
        disableAutoFocusFirst
        onInputChange={(next) => {
          setText(next);
          setMoved(false);
          setEntered(false);
        }}
      >
        <SearchField aria-label="Find or do" autoFocus className="border-b border-base-300 p-2.5">
          <Input
            className="input input-lg w-full"
            placeholder="Search for a name, number, user name or page, or type “give”, “import”, “password”"
          />
        </SearchField>
        <ListBox
          aria-label="Found"
          className="min-h-0 flex-1 overflow-auto p-1.5 outline-none"
          onAction={(key) => go(String(key))}
          renderEmptyState={() => (
            <p className="px-3 py-6 text-center text-soft">
              {text.trim() === ""
                ? "What you open from here is listed here next time."
                : isReading
                  ? "Looking…"
                  : "No results."}
            </p>
          )}
        >
          {sectionsOf(hits).map((section) => (
            <ListBoxSection key={section.name} id={section.name}>
              <Header className="px-3 pt-2 pb-0.5 text-xs font-semibold text-soft">{section.name}</Header>
              {section.hits.map((hit) => (
                <ListBoxItem
                  key={hit.id}
                  id={hit.id}
                  textValue={hit.name}
                  data-best={hit === best}
                  className={`flex cursor-pointer items-baseline gap-3 rounded px-3 py-1.5 outline-none hover:bg-chosen ${isMoved ? "data-focused:bg-chosen" : hit === best ? "bg-chosen" : ""}`}
                >
                  <b className="shrink-0 font-semibold">{hit.name}</b>
                  <span className="min-w-0 flex-1 truncate text-right text-soft">{hit.note}</span>
                </ListBoxItem>
              ))}
            </ListBoxSection>
          ))}
        </ListBox>
        <p className="flex gap-4 border-t border-base-300 px-4 py-2 text-xs text-soft">
          <span>
            <kbd className="kbd kbd-xs">Enter</kbd> opens
          </span>
          <span>
            <kbd className="kbd kbd-xs">↑</kbd> <kbd className="kbd kbd-xs">↓</kbd> choose
          </span>
          <span className="ml-auto">“give” and a name does it at once</span>
        </p>
        <p role="status" className="sr-only">
          {best !== undefined && !isReading && `Enter opens ${best.name}`}
        </p>
      </Autocomplete>
    </div>
  );
}

function sectionsOf(hits: readonly Hit[]): { name: string; hits: Hit[] }[] {
  const sections = new Map<string, Hit[]>();
  for (const hit of hits) {
    sections.set(hit.section, [...(sections.get(hit.section) ?? []), hit]);
  }
  return [...sections].map(([name, some]) => ({ name, hits: some }));
}
