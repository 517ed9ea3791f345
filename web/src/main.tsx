import { QueryClientProvider, useQuery } from "@tanstack/react-query";
import { RouterProvider } from "@tanstack/react-router";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { queryClient, sessionQuery } from "./api/queries";
import { router } from "./router";
import { SignIn } from "./session/SignIn";
import { Failure } from "./ui/states";
import "./styles.css";

function Wexa() {
  const session = useQuery(sessionQuery);
  if (session.error !== null) {
    return <Failure failure={session.error} retry={() => void session.refetch()} />;
  }
  if (session.data === undefined) {
    return null;
  }
  return session.data === null ? <SignIn /> : <RouterProvider router={router} />;
}

const root = document.getElementById("root");
if (root !== null) {
  createRoot(root).render(
    <StrictMode>
      <QueryClientProvider client={queryClient}>
        <Wexa />
      </QueryClientProvider>
    </StrictMode>,
  );
}
