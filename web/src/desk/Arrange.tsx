import { Told } from "../ui/plainField";
import { moved, sectionsIn, type Order } from "./items";
import { useArrange } from "./mutations";

/** In which order the parts of one's own Desk stand, and which of them. */
export function Arrange({ order }: { order: Order }) {
  const arrange = useArrange();
  const sections = sectionsIn(order);
  const keys = sections.map((section) => section.key);
  return (
    <fieldset className="card-plain mt-3 max-w-xl px-4 py-3">
      <legend className="sr-only">Arrange your Desk</legend>
      <ul>
        {sections.map((section, at) => (
          <li key={section.key} className="flex items-center gap-2 py-0.5">
            <label className="flex min-h-8 flex-1 cursor-pointer items-center gap-2">
              <input
                type="checkbox"
                className="checkbox checkbox-sm"
                checked={!order.hidden.includes(section.key)}
                onChange={() =>
                  arrange.mutate({
                    ...order,
                    hidden: order.hidden.includes(section.key)
                      ? order.hidden.filter((one) => one !== section.key)
                      : [...order.hidden, section.key],
                  })
                }
              />
              {section.title}
            </label>
            <button
              type="button"
              className="btn btn-xs"
              aria-label={`Move ${section.title} up`}
              disabled={at === 0}
              onClick={() => arrange.mutate({ ...order, sections: moved(keys, section.key, -1) })}
            >
              ↑
            </button>
            <button
              type="button"
              className="btn btn-xs"
              aria-label={`Move ${section.title} down`}
              disabled={at === sections.length - 1}
              onClick={() => arrange.mutate({ ...order, sections: moved(keys, section.key, 1) })}
            >
              ↓
            </button>
          </li>
        ))}
      </ul>
      <label className="mt-2 flex min-h-8 cursor-pointer items-center gap-2 border-t border-line pt-2">
        <input
          type="checkbox"
          className="checkbox checkbox-sm"
          checked={order.onlyMine}
          onChange={() => arrange.mutate({ ...order, onlyMine: !order.onlyMine })}
        />
        Only mine: what is assigned to me, and what is unassigned within my scope
      </label>
      <Told error={arrange.error} />
    </fieldset>
  );
}
