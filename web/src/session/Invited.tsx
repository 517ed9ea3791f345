import { api, take, type Schemas } from "../api/client";
import { moment } from "../ui/dates";
import { Told } from "../ui/plainField";
import { Linked } from "./Linked";
import { useAcceptInvitation } from "./mutations";

/** For somebody who was invited: saying that the invitation reached the right person. The link is all they have. */
export function Invited({ token }: { token: string }) {
  return (
    <Linked
      name="invitation"
      what="the invitation"
      look={() => take(api.POST("/api/v1/invitations/look", { body: { token } }))}
    >
      {(data) => <Accept token={token} invitation={data} />}
    </Linked>
  );
}

function Accept({ token, invitation }: { token: string; invitation: Schemas["InvitationView"] }) {
  const accept = useAcceptInvitation(token);
  const shown = accept.data ?? invitation;
  if (shown.acceptedAt !== undefined && shown.acceptedAt !== null) {
    return (
      <>
        <h1 className="mt-5">Thank you, {shown.name}</h1>
        <p className="mt-1">Your accounts can be opened now. You get a message when they are there.</p>
        <p className="mt-4 text-soft">This link has done its work. You can close this page.</p>
      </>
    );
  }
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        accept.mutate();
      }}
    >
      <h1 className="mt-5">Are you {shown.name}?</h1>
      <p className="mt-1">
        {shown.job ? `You are expected as ${shown.job}${shown.unit ? `, ${shown.unit}` : ""}. ` : ""}
        Say that this reached you at <span className="font-mono text-sm">{shown.mail}</span>, and accounts can be opened
        for you.
      </p>
      <Told error={accept.error} />
      <button type="submit" className="btn btn-primary mt-5 w-full" disabled={accept.isPending}>
        Yes, that is me
      </button>
      <p className="mt-4 text-soft">
        If you are not, close this page: nothing is opened without your word. The link is good until{" "}
        {moment(shown.expiresAt, Intl.DateTimeFormat().resolvedOptions().timeZone)}.
      </p>
    </form>
  );
}
