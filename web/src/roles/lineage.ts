import type { Schemas } from "../api/client";

type View = Schemas["LineageView"];
type Node = View["nodes"][number];

/** A node as a branch of a tree; one that is drawn elsewhere already is only named again. */
export interface Branch {
  node: Node;
  branches: Branch[];
  isAgain: boolean;
}

/** Follows the links from the root in one direction: to its parts, or to what it is a part of. */
export function branchesOf(view: View, direction: "parts" | "wholes"): Branch[] {
  const nodes = new Map(view.nodes.map((node) => [node.id, node]));
  const next = new Map<string, string[]>();
  for (const link of view.links) {
    const [from, to] = direction === "parts" ? [link.whole, link.part] : [link.part, link.whole];
    next.set(from, [...(next.get(from) ?? []), to]);
  }
  const seen = new Set<string>([view.root]);
  const order = { ROLE: 0, SET: 1, GROUP: 2 };
  const grow = (id: string): Branch[] =>
    (next.get(id) ?? [])
      .flatMap((one) => nodes.get(one) ?? [])
      .sort((one, other) => order[one.kind] - order[other.kind] || one.name.localeCompare(other.name))
      .map((node) => {
        const isAgain = seen.has(node.id);
        seen.add(node.id);
        return { node, isAgain, branches: isAgain ? [] : grow(node.id) };
      });
  return grow(view.root);
}

/** How many nodes stand below a branch. */
export function size(branch: Branch): number {
  return branch.branches.reduce((sum, one) => sum + 1 + size(one), 0);
}
