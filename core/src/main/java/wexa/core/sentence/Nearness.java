package wexa.core.sentence;

import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/**
 * How far words are from each other: characters put in, left out, taken for others or turned round (the distance of
 * Damerau and Levenshtein, each place edited once).
 */
final class Nearness {
    /** More than two slips make another word, and in a short word more than one. */
    private static final int MOST_SLIPS = 2;

    private Nearness() {}

    static Optional<String> nearest(String word, List<String> among) {
        String plain = word.toLowerCase(Locale.ROOT);
        return among.stream()
                .filter(one -> !one.contains(" ") && slips(plain, one) <= Math.min(MOST_SLIPS, one.length() / 2))
                .min(Comparator.comparing(one -> slips(plain, one)));
    }

    private static int slips(String one, String other) {
        int[][] slips = new int[one.length() + 1][other.length() + 1];
        for (int row = 0; row <= one.length(); row++) {
            for (int column = 0; column <= other.length(); column++) {
                slips[row][column] = row == 0 || column == 0 ? row + column : least(one, other, slips, row, column);
            }
        }
        return slips[one.length()][other.length()];
    }

    private static int least(String one, String other, int[][] slips, int row, int column) {
        char here = one.charAt(row - 1);
        char there = other.charAt(column - 1);
        int replaced = slips[row - 1][column - 1] + (here == there ? 0 : 1);
        int least = Math.min(replaced, Math.min(slips[row - 1][column], slips[row][column - 1]) + 1);
        boolean isTurned = row > 1 && column > 1 && here == other.charAt(column - 2) && one.charAt(row - 2) == there;
        return isTurned ? Math.min(least, slips[row - 2][column - 2] + 1) : least;
    }
}
