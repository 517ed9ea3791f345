import { Link } from "@tanstack/react-router";
import { useMay } from "../session/hooks";
import type { Item } from "./items";

const ACT = "btn btn-sm w-36 shrink-0";

/** The one next act of a line, where it is done. */
export function DeskAct({ item }: { item: Item }) {
  const mayPrepare = useMay("PREPARE");
  switch (item.kind) {
    case "NEWCOMER":
      return mayPrepare ? (
        <Link to="/onboard" search={{ entry: item.target, draft: undefined }} className={`${ACT} btn-primary`}>
          {item.act}
        </Link>
      ) : (
        <span className="w-36 text-center text-sm text-soft">yours to see</span>
      );
    case "COMING":
      return mayPrepare ? (
        <Link to="/onboard" search={{ person: item.target, draft: undefined }} className={`${ACT} btn-primary`}>
          {item.act}
        </Link>
      ) : (
        <Link to="/people/$id" params={{ id: item.target }} className={ACT}>
          Open
        </Link>
      );
    case "STILL_OPEN":
    case "SHUT_OUT":
      return (
        <Link to="/people/$id/sign-in" params={{ id: item.target }} className={`${ACT} btn-primary`}>
          {item.act}
        </Link>
      );
    case "SECRET":
      return (
        <Link to="/secrets" hash={item.target} className={ACT}>
          {item.act}
        </Link>
      );
    case "MOVED":
    case "RETURN":
      return (
        <Link to="/people/$id/move" params={{ id: item.target }} className={`${ACT} btn-primary`}>
          {item.act}
        </Link>
      );
    case "LEAVER":
    case "OVERDUE":
      return (
        <Link
          to="/people/$id/offboard"
          params={{ id: item.target }}
          className={`${ACT} ${item.kind === "OVERDUE" ? "btn-primary" : ""}`}
        >
          {item.act}
        </Link>
      );
    case "IDENTIFIED":
      return item.act === "Continue" ? (
        <Link to="/onboard" search={{ draft: item.target }} className={`${ACT} btn-primary`}>
          {item.act}
        </Link>
      ) : (
        <Link to="/people/$id" params={{ id: item.target }} className={ACT}>
          {item.act}
        </Link>
      );
    case "APPROVAL":
    case "HELD":
    case "NOT_APPLIED":
      return (
        <Link
          to="/changes/drafts/$id"
          params={{ id: item.target }}
          search={{ draft: item.target }}
          className={`${ACT} btn-primary`}
        >
          {item.act}
        </Link>
      );
    case "STEP_REFUSED":
    case "STEP_WAITING":
      return (
        <Link to="/changes/jobs/$id" params={{ id: item.target }} className={ACT}>
          {item.act}
        </Link>
      );
    case "PAIRS":
      return (
        <Link to="/directories" className={ACT}>
          {item.act}
        </Link>
      );
    case "MESSAGES":
      return (
        <Link to="/messages" search={{ look: item.target.toLowerCase() }} className={ACT}>
          {item.act}
        </Link>
      );
    case "UNMAPPED":
      return (
        <Link to="/groups/$id" params={{ id: item.target }} className={ACT}>
          {item.act}
        </Link>
      );
    case "CONFLICT":
      return (
        <Link to="/roles/conflicts" className={ACT}>
          {item.act}
        </Link>
      );
    case "KEY_ENDS":
      return (
        <Link to="/programs" className={ACT}>
          {item.act}
        </Link>
      );
    case "CATALOGUE":
      return (
        <Link to="/roles/permissions" className={ACT}>
          {item.act}
        </Link>
      );
    case "TENANT_SILENT":
    case "BY_HAND":
    case "LIST_DUE":
    case "DIFFERENCE":
    case "SEATS":
    case "UNKNOWN":
      return (
        <Link to="/tenants/$id" params={{ id: item.target }} className={ACT}>
          {item.act}
        </Link>
      );
    default:
      return (
        <Link to="/people/$id" params={{ id: item.target }} className={ACT}>
          {item.act}
        </Link>
      );
  }
}
