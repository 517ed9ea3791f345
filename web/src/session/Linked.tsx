import { useQuery } from "@tanstack/react-query";
import type { ReactNode } from "react";
import { sessionQuery } from "../api/queries";
import { Mark } from "../frame/Mark";
import { Read } from "../ui/states";

/** The page behind a link in a message, for people who do not work here: the link is all they have. */
export function Linked<T>({
  name,
  what,
  look,
  children,
}: {
  /** What kind of link it is. */
  name: string;
  what: string;
  look: () => Promise<T>;
  children: (data: T) => ReactNode;
}) {
  const session = useQuery(sessionQuery);
  const link = useQuery({
    queryKey: [name],
    queryFn: look,
    // the session's answer brings the token against forged requests, also where nobody is signed in
    enabled: !session.isPending,
    retry: false,
    refetchOnWindowFocus: false,
  });
  return (
    <main className="grid min-h-screen place-items-center p-6">
      <div className="card-plain w-full max-w-md p-7">
        <Mark />
        <Read of={link} what={what}>
          {children}
        </Read>
      </div>
    </main>
  );
}
