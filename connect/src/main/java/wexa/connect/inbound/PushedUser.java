package wexa.connect.inbound;

import java.util.Optional;

/**
 * A user as an HR system pushes one: User of RFC 7643 4.1, number and department of the enterprise extension (4.3), first
 * and last day of an extension of ours. Attributes that Wexa has no use for are not kept. Texts are as they were sent;
 * whether a name, an address or a day can be used is said when a draft is made of them.
 */
public record PushedUser(
        String userName,
        Optional<String> externalId,
        String given,
        String family,
        Optional<String> mail,
        Optional<String> phone,
        Optional<String> title,
        Optional<String> userType,
        boolean isActive,
        Optional<String> number,
        Optional<String> department,
        Optional<String> from,
        Optional<String> until) {
    public String name() {
        return (given + " " + family).strip();
    }
}
