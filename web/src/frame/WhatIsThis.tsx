import { Link } from "@tanstack/react-router";
import { Button, Dialog, DialogTrigger, Popover } from "react-aria-components";
import { aboutPage } from "./about";

/** What the page that is shown is for, and the way to the manual. */
export function WhatIsThis({ path }: { path: string }) {
  const about = aboutPage(path);
  return about === undefined ? null : (
    <DialogTrigger>
      <Button className="cursor-pointer rounded px-1.5 text-sm underline decoration-dotted underline-offset-3 hover:text-base-content">
        What is this?
      </Button>
      <Popover placement="bottom end" className="card-plain w-80 p-4 shadow-md">
        <Dialog aria-label="What is this?" className="outline-none">
          {({ close }) => (
            <>
              <p>{about.text}</p>
              <Link
                to="/manual/$page"
                params={{ page: about.page }}
                {...(about.anchor === undefined ? {} : { hash: about.anchor })}
                className="mt-2 inline-block font-semibold underline"
                onClick={close}
              >
                More in the manual
              </Link>
            </>
          )}
        </Dialog>
      </Popover>
    </DialogTrigger>
  );
}
