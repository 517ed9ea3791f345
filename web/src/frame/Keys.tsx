import { Dialog, Heading, Modal, ModalOverlay } from "react-aria-components";

const KEYS = [
  ["Ctrl K", "find or do something"],
  ["?", "these keys"],
  ["J, K", "down and up in lists"],
  ["Enter", "open what is chosen"],
  ["N", "onboard somebody"],
  ["D", "review the open draft"],
  ["T", "in a review: as a list, or as text"],
  ["G", "to the Desk"],
] as const;

export function Keys({ isOpen, onClose }: { isOpen: boolean; onClose: () => void }) {
  return (
    <ModalOverlay
      isOpen={isOpen}
      onOpenChange={(open) => !open && onClose()}
      isDismissable
      className="fixed inset-0 z-50 grid place-items-center bg-black/30"
    >
      <Modal>
        <Dialog className="card-plain w-96 p-6 outline-none">
          <Heading slot="title" className="font-head text-lg font-semibold">
            Keys
          </Heading>
          <dl className="mt-3 grid grid-cols-[6rem_1fr] gap-y-2">
            {KEYS.map(([key, what]) => (
              <div key={key} className="contents">
                <dt>
                  <kbd className="kbd kbd-sm">{key}</kbd>
                </dt>
                <dd>{what}</dd>
              </div>
            ))}
          </dl>
          <button type="button" className="btn btn-sm mt-5" onClick={onClose}>
            Close
          </button>
        </Dialog>
      </Modal>
    </ModalOverlay>
  );
}
