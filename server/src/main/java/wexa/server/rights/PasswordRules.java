package wexa.server.rights;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.text.Normalizer;
import java.util.Collection;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import wexa.server.problems.Problem;

/**
 * Which passwords may be chosen (NIST SP 800-63B 3.1.1.2): long ones, of any characters, that are not what everybody tries
 * first. Refused is what comes to little once words of a kept list, the person's own names, runs such as {@code 12345} and
 * repetitions are taken out. Nothing is asked of the kinds of characters, and no change is asked for after a time.
 */
public final class PasswordRules {
    public static final int SHORTEST = 12;

    /** What has to be left of a password beside what everybody would try. */
    private static final int LEAST_OWN = 5;

    private static final int SHORTEST_NAME = 3;
    private static final String RUNS =
            "01234567890 abcdefghijklmnopqrstuvwxyz qwertyuiop asdfghjkl zxcvbnm qwertzuiop azerty";
    private static final int SHORTEST_RUN = 4;
    private static final List<String> COMMON = read();

    private PasswordRules() {}

    /** Throws a problem about the field that says why a password cannot be taken, and what to do. */
    public static void require(String field, String password, Collection<String> own) {
        if (password.length() < SHORTEST) {
            throw Problem.badField(
                    field,
                    "administrator.password-short",
                    "The password has " + password.length() + " characters; " + SHORTEST + " are needed.");
        }
        whyWeak(password, own).ifPresent(why -> {
            throw Problem.badField(field, "administrator.password-common", why);
        });
    }

    /** Why a password that is long enough is guessed all the same, in words; empty if it is not. */
    public static Optional<String> whyWeak(String password, Collection<String> own) {
        String plain = plain(password);
        String withoutNames = plain;
        for (String name : own) {
            for (String part : name.split("[^\\p{L}\\p{N}]+")) {
                if (part.length() >= SHORTEST_NAME) {
                    withoutNames = withoutNames.replace(plain(part), " ");
                }
            }
        }
        if (ownOf(plain) < LEAST_OWN) {
            return Optional.of("This password is too common. Use several unrelated words.");
        }
        return ownOf(withoutNames) < LEAST_OWN
                ? Optional.of("This password is too close to your name. Use several unrelated words.")
                : Optional.empty();
    }

    /** Lower case without accents, with letters for the digits and signs that are put in their place. */
    private static String plain(String text) {
        return Normalizer.normalize(text.toLowerCase(Locale.ROOT), Normalizer.Form.NFKD)
                .replaceAll("\\p{M}", "")
                .replace('@', 'a')
                .replace('$', 's')
                .replace("0", "o0")
                .replace('!', 'i');
    }

    /** How many different letters and digits are left that nobody would try at once. */
    private static int ownOf(String plain) {
        String left = plain.replace("o0", "o");
        for (String word : COMMON) {
            left = left.replace(word, " ");
        }
        left = left.replaceAll("[0-9]{4,}|[^\\p{L}\\p{N}]", " ");
        left = withoutRuns(left).replaceAll("(.+?)\\1{2,}", "$1");
        String kept = left.replaceAll("\\s", "");
        return (int) kept.chars().distinct().count();
    }

    private static String withoutRuns(String text) {
        StringBuilder left = new StringBuilder(text);
        for (int at = 0; at + SHORTEST_RUN <= left.length(); at++) {
            int end = at + SHORTEST_RUN;
            while (end <= left.length() && isRun(left.substring(at, end))) {
                end++;
            }
            if (end - 1 >= at + SHORTEST_RUN) {
                left.replace(at, end - 1, " ");
            }
        }
        return left.toString();
    }

    private static boolean isRun(String text) {
        return !text.contains(" ") && (RUNS.contains(text) || RUNS.contains(new StringBuilder(text).reverse()));
    }

    /** The longest first, so that a word is not left over from a longer one. */
    private static List<String> read() {
        try (InputStream in = PasswordRules.class.getResourceAsStream("/common-passwords.txt")) {
            if (in == null) {
                throw new IllegalStateException("the list of common passwords is missing");
            }
            return new BufferedReader(new InputStreamReader(in, StandardCharsets.UTF_8))
                    .lines()
                    .filter(line -> !line.isBlank() && !line.startsWith("#"))
                    .map(PasswordRules::plain)
                    .map(word -> word.replace("o0", "o"))
                    .distinct()
                    .sorted(Comparator.comparingInt(String::length).reversed())
                    .toList();
        } catch (IOException unreadable) {
            throw new UncheckedIOException(unreadable);
        }
    }
}
