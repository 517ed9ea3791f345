import { Outlet, useNavigate, useParams, useRouterState, useSearch } from "@tanstack/react-router";
import { useEffect, useRef, useState } from "react";
import { flushSync } from "react-dom";
import { useMay } from "../session/hooks";
import { useKeys } from "../ui/keys";
import { Context } from "./Context";
import { Dock } from "./Dock";
import { Find } from "./Find";
import { Header } from "./Header";
import { Keys } from "./Keys";
import { TenantBand } from "./TenantBand";

/** The frame of every screen. */
export function Frame() {
  const navigate = useNavigate();
  const mayPrepare = useMay("PREPARE");
  const { draft } = useSearch({ from: "__root__" });
  const [keys, setKeys] = useState(false);
  const [isFinding, setFinding] = useState(false);
  const path = useRouterState({ select: (state) => state.location.pathname });
  const { id } = useParams({ strict: false });
  const only = path.startsWith("/tenants/") ? id : undefined;
  const body = useRef<HTMLElement>(null);
  // what had the focus went with the page before: the new page takes it, so that Tab goes on inside
  useEffect(() => {
    if (document.activeElement === document.body) {
      body.current?.focus({ preventScroll: true });
    }
  }, [path]);
  useKeys({
    // what is typed right after the keys has to find the box there
    "$mod+k": () => flushSync(() => setFinding(true)),
    "Shift+?": () => setKeys(true),
    "?": () => setKeys(true),
    n: () => {
      if (mayPrepare) {
        void navigate({ to: "/onboard", search: { draft: undefined } });
      }
    },
    g: () => void navigate({ to: "/" }),
    d: () => {
      if (draft !== undefined) {
        void navigate({ to: "/changes/drafts/$id", params: { id: draft } });
      }
    },
  });
  return (
    <div id="wexa-frame" className="flex h-screen flex-col min-[700px]:min-w-[960px]">
      <TenantBand only={only} />
      <a
        href="#body"
        className="btn btn-primary btn-sm absolute top-1 left-1 z-50 -translate-y-20 focus:translate-y-0"
        onClick={(event) => {
          event.preventDefault();
          body.current?.focus();
        }}
      >
        Skip to the page
      </a>
      <Header find={<Find isOpen={isFinding} onOpen={setFinding} />} onKeys={() => setKeys(true)} />
      <Context only={only} path={path} />
      <main ref={body} id="body" tabIndex={-1} className="flex min-h-0 flex-1 outline-none">
        <Outlet />
      </main>
      <Dock />
      <Keys isOpen={keys} onClose={() => setKeys(false)} />
    </div>
  );
}
