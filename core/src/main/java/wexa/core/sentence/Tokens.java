package wexa.core.sentence;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.function.Function;
import java.util.function.Predicate;

/**
 * A line cut into tokens, and how far it has been read. Blanks of every script stand between tokens. A text in double
 * quotes is one token; in it {@code \\} and {@code \"} stand for a backslash and a quote. A number sign at the beginning of
 * a token starts a comment that reaches to the end of the line.
 */
public final class Tokens {
    /** What a token is. */
    enum Sort {
        WORD,
        QUOTED,
        COMMA,
        END
    }

    /** @param column the place of its first character, counted from 1 */
    record Token(Sort sort, String text, int column) {}

    private final List<Token> tokens;
    private int place;

    private Tokens(List<Token> tokens) {
        this.tokens = tokens;
    }

    /** @throws Refused where a quote is not closed */
    public static Tokens of(String line) {
        List<Token> tokens = new ArrayList<>();
        int at = 0;
        while (at < line.length()) {
            int point = line.codePointAt(at);
            if (Quoting.isBlank(point)) {
                at += Character.charCount(point);
            } else if (point == '#') {
                break;
            } else if (point == ',') {
                tokens.add(new Token(Sort.COMMA, ",", at + 1));
                at++;
            } else if (point == '"') {
                at = quoted(line, at, tokens);
            } else {
                int end = endOfWord(line, at);
                tokens.add(new Token(Sort.WORD, line.substring(at, end), at + 1));
                at = end;
            }
        }
        tokens.add(new Token(Sort.END, "", line.length() + 1));
        return new Tokens(tokens);
    }

    private static int quoted(String line, int start, List<Token> tokens) {
        StringBuilder text = new StringBuilder();
        int at = start + 1;
        while (at < line.length() && line.charAt(at) != '"') {
            if (line.charAt(at) == '\\' && at + 1 < line.length()) {
                at++;
            }
            text.append(line.charAt(at));
            at++;
        }
        if (at >= line.length()) {
            throw new Refused(start + 1, line.substring(start), List.of("a closing quote"));
        }
        tokens.add(new Token(Sort.QUOTED, text.toString(), start + 1));
        return at + 1;
    }

    private static int endOfWord(String line, int start) {
        int at = start;
        while (at < line.length() && !Quoting.endsWord(line.codePointAt(at))) {
            at += Character.charCount(line.codePointAt(at));
        }
        return at;
    }

    Token peek() {
        return tokens.get(place);
    }

    Token next() {
        Token token = tokens.get(place);
        place = Math.min(place + 1, tokens.size() - 1);
        return token;
    }

    /** Whether the next token is that word, unquoted. */
    boolean isAt(String word) {
        return peek().sort() == Sort.WORD && peek().text().equals(word);
    }

    /**
     * That of several whose leading words stand here; they are left to be taken.
     *
     * @param offered which of them are named when none stands here
     * @throws Refused where none does, with the words that go on from as many as fit
     */
    public <T> T chosen(List<T> among, Function<T, List<String>> lead, Predicate<T> offered) {
        Set<String> expected = new LinkedHashSet<>();
        int fitting = 0;
        for (T one : among) {
            List<String> words = lead.apply(one);
            if (isAt(words)) {
                return one;
            }
            if (!offered.test(one)) {
                continue;
            }
            int fits = 0;
            while (isAt(words.subList(0, fits + 1))) {
                fits++;
            }
            if (fits > fitting) {
                expected.clear();
                fitting = fits;
            }
            if (fits == fitting) {
                expected.add(words.get(fits));
            }
        }
        skip(fitting);
        throw refused(List.copyOf(expected));
    }

    /** Whether these words stand next. */
    boolean isAt(List<String> words) {
        for (int ahead = 0; ahead < words.size(); ahead++) {
            int at = place + ahead;
            if (at >= tokens.size()
                    || tokens.get(at).sort() != Sort.WORD
                    || !tokens.get(at).text().equals(words.get(ahead))) {
                return false;
            }
        }
        return true;
    }

    void skip(int count) {
        place = Math.min(place + count, tokens.size() - 1);
    }

    public boolean isAtEnd() {
        return peek().sort() == Sort.END;
    }

    /** What stands here is not what belongs here. */
    Refused refused(List<String> expected) {
        return new Refused(peek().column(), peek().text(), expected);
    }
}
