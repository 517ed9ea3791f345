package wexa.server.wiring;

import java.util.Locale;

/** Whether a host is this machine itself, by what is written and without asking anybody for a name's address. */
public final class Loopback {
    private Loopback() {}

    public static boolean is(String host) {
        String plain = host.toLowerCase(Locale.ROOT);
        return plain.equals("localhost") || plain.equals("[::1]") || plain.matches("127(\\.[0-9]{1,3}){3}");
    }
}
