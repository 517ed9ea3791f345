package wexa.connect.ldap;

import com.unboundid.ldap.sdk.Attribute;
import com.unboundid.ldap.sdk.DN;
import com.unboundid.ldap.sdk.Entry;
import com.unboundid.ldap.sdk.LDAPException;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import java.util.HexFormat;
import java.util.Locale;
import java.util.UUID;

/** By what an entry is known for good, whatever becomes of its name, its {@code uid} or its {@code cn}. */
final class Identity {
    /** The longest id; a name that is longer is known by its hash. */
    static final int LONGEST = 600;

    private final String attribute;

    Identity(String attribute) {
        this.attribute = attribute;
    }

    /** The value of the attribute, octets as hexadecimal digits; an entry without it is known by its name. */
    String of(Entry entry) {
        Attribute found = entry.getAttribute(attribute);
        String id = found == null || !found.hasValue() ? "" : text(found.getValueByteArrays()[0]);
        return id.isBlank() || id.length() > LONGEST ? byName(plain(entry.getDN())) : id;
    }

    private static String byName(String name) {
        return name.length() <= LONGEST
                ? name
                : "name " + UUID.nameUUIDFromBytes(name.getBytes(StandardCharsets.UTF_8));
    }

    private static String text(byte[] value) {
        try {
            String text = StandardCharsets.UTF_8
                    .newDecoder()
                    .decode(ByteBuffer.wrap(value))
                    .toString();
            return text.chars().anyMatch(Character::isISOControl)
                    ? HexFormat.of().formatHex(value)
                    : text.strip().toLowerCase(Locale.ROOT);
        } catch (CharacterCodingException octets) {
            return HexFormat.of().formatHex(value);
        }
    }

    /** Names that are equal as RFC 4514 and the matching rules say are equal texts. One that is no name stays as it is. */
    static String plain(String name) {
        try {
            return DN.normalize(name);
        } catch (LDAPException noName) {
            return name;
        }
    }
}
