import { QueryClientProvider, useQuery } from "@tanstack/react-query";
import { RouterProvider } from "@tanstack/react-router";
import { lazy, StrictMode, Suspense } from "react";
import { createRoot } from "react-dom/client";
import { watchAttendance } from "./api/attendance";
import { firstQuery, queryClient, sessionQuery } from "./api/queries";
import { router } from "./router";
import { FirstStart } from "./session/FirstStart";
import { SignIn } from "./session/SignIn";
import { Failure } from "./ui/states";
import "./styles.css";

const First = lazy(() => import("./session/First").then((module) => ({ default: module.First })));
const Invited = lazy(() => import("./session/Invited").then((module) => ({ default: module.Invited })));
const Activate = lazy(() => import("./session/Activate").then((module) => ({ default: module.Activate })));

/** Behind the hash sign of a link for choosing a password or accepting an invitation, where no server sees it. */
const token = window.location.hash.slice(1);

/** What a link opens for people who do not work here. */
function linked() {
  if (token === "") {
    return undefined;
  }
  switch (window.location.pathname) {
    case "/activate":
      return <Activate token={token} />;
    case "/invitation":
      return <Invited token={token} />;
    default:
      return undefined;
  }
}

function Wexa() {
  const session = useQuery(sessionQuery);
  if (session.error !== null) {
    return <Failure failure={session.error} retry={() => void session.refetch()} />;
  }
  if (session.data === undefined) {
    return null;
  }
  if (session.data === null) {
    return <Door />;
  }
  return session.data.lacks.length > 0 ? <First session={session.data} /> : <RouterProvider router={router} />;
}

/** Nobody is signed in; on the very first start nobody can be yet. */
function Door() {
  const first = useQuery(firstQuery);
  if (first.error !== null) {
    return <Failure failure={first.error} retry={() => void first.refetch()} />;
  }
  if (first.data === undefined) {
    return null;
  }
  return first.data.open ? <FirstStart /> : <SignIn />;
}

// the place's code and data come beside the session, not after it; who is not signed in is shown the door all the same
void router.preloadRoute({ to: window.location.pathname, search: true }).catch(() => undefined);

watchAttendance(window);

const root = document.getElementById("root");
if (root !== null) {
  createRoot(root).render(
    <StrictMode>
      <QueryClientProvider client={queryClient}>
        <Suspense fallback={null}>{linked() ?? <Wexa />}</Suspense>
      </QueryClientProvider>
    </StrictMode>,
  );
}
