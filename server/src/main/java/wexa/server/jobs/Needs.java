package wexa.server.jobs;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.List;

/** Places of steps in a job that are to be done first, as runs in ascending order: {@code 0-3,7}. */
record Needs(List<Run> runs) {
    static final Needs NONE = new Needs(List.of());

    /** Places from one to another, both of them needed. */
    record Run(int first, int last) {
        static Run of(String text) {
            int dash = text.indexOf('-');
            return dash < 0
                    ? new Run(Integer.parseInt(text), Integer.parseInt(text))
                    : new Run(Integer.parseInt(text.substring(0, dash)), Integer.parseInt(text.substring(dash + 1)));
        }

        @Override
        public String toString() {
            return first == last ? Integer.toString(first) : first + "-" + last;
        }
    }

    Needs {
        runs = List.copyOf(runs);
    }

    /** Any places in any order; each counts once. */
    static Needs of(int... places) {
        int[] sorted = Arrays.stream(places).sorted().distinct().toArray();
        List<Run> runs = new ArrayList<>();
        for (int at = 0; at < sorted.length; at++) {
            int first = sorted[at];
            while (at + 1 < sorted.length && sorted[at + 1] == sorted[at] + 1) {
                at++;
            }
            runs.add(new Run(first, sorted[at]));
        }
        return new Needs(runs);
    }

    static Needs of(String text) {
        return text.isEmpty()
                ? NONE
                : new Needs(Arrays.stream(text.split(",")).map(Run::of).toList());
    }

    /** Whether any of the places is needed. Costs the runs, however many places there are. */
    boolean includesAny(BitSet places) {
        for (Run run : runs) {
            int next = places.nextSetBit(run.first());
            if (next >= 0 && next <= run.last()) {
                return true;
            }
        }
        return false;
    }

    String text() {
        return String.join(",", runs.stream().map(Run::toString).toList());
    }
}
