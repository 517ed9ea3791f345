export function Mark() {
  return (
    <span className="flex items-center gap-2 font-head text-[1.5rem] font-bold tracking-tight text-primary">
      <svg width="26" height="22" viewBox="0 0 26 22" aria-hidden>
        <path
          d="M2 5 C5 20 9 20 12 8 C14 1 16 20 19 17 C22 15 23 8 24 4"
          fill="none"
          stroke="currentColor"
          strokeWidth="2.6"
          strokeLinecap="round"
        />
      </svg>
      wexa
    </span>
  );
}
