package wexa.server.directory;

import java.util.List;
import wexa.connect.Outcome;
import wexa.connect.Trust;
import wexa.connect.ldap.DirectoryContents;
import wexa.connect.ldap.LdapDirectory;
import wexa.server.problems.Problem;
import wexa.server.readings.Reader;

/** Trying a directory before it is kept. What does not work is said of the field that is wrong, with the way out. */
final class DirectoryProbe {
    private DirectoryProbe() {}

    /** What the directory holds. Changes nothing, here or there. */
    static DirectoryContents tried(DirectorySettings.Source source) {
        try {
            Trust.of(source.certificates());
        } catch (IllegalArgumentException unreadable) {
            throw Problem.badField(
                    "certificates", "directory.certificates", "This cannot be used: " + unreadable.getMessage() + ".");
        }
        Outcome<DirectoryContents> outcome = Directories.directory(source).readAll();
        if (outcome instanceof Outcome.Done<DirectoryContents> done) {
            if (done.value().people().isEmpty()) {
                throw Problem.badField(
                        "peopleDn",
                        "directory.empty",
                        "It answers, but there are no people below " + source.peopleDn() + ". Check the name.");
            }
            if (done.value().groups().filter(List::isEmpty).isPresent()) {
                throw Problem.badField(
                        "groupsDn",
                        "directory.no-groups",
                        "It answers, but there are no groups below " + source.groupsDn()
                                + ". Check the name, or leave it empty to read people only.");
            }
            source.disabling().filter(DirectorySettings.Disabling::writes).ifPresent(one -> triedWriting(source, one));
            return done.value();
        }
        throw unfit(source, outcome);
    }

    /** Whether the writing login is known. What it may write shows when it writes. */
    private static void triedWriting(DirectorySettings.Source source, DirectorySettings.Disabling writing) {
        if (writing.writePassword().isEmpty()) {
            throw Problem.badField(
                    "writePassword", "directory.password-needed", "Enter the password of " + writing.writeDn() + ".");
        }
        Outcome<?> outcome =
                new LdapDirectory(source.reached(writing.writeDn(), writing.writePassword())).read(source.peopleDn());
        if (!(outcome instanceof Outcome.Done)) {
            throw Problem.badField(
                    "writePassword",
                    "directory.refused",
                    "The directory does not let " + writing.writeDn() + " in: " + Reader.words(outcome) + ".");
        }
    }

    /** Names the field that is wrong, and the way out. */
    private static Problem unfit(DirectorySettings.Source source, Outcome<DirectoryContents> outcome) {
        String said = Reader.words(outcome);
        return switch (LdapDirectory.blame(outcome)) {
            case LOGIN ->
                Problem.badField(
                        "bindPassword",
                        "directory.refused",
                        "The directory rejected this name and password. Check both.");
            case CERTIFICATE ->
                Problem.badField(
                        "certificates",
                        "directory.certificate",
                        "It is not certain that this is the directory: " + said + ". Check the host, or paste the"
                                + " certificate that it shows, or its authority's, in PEM form.");
            case ENCRYPTION ->
                Problem.badField(
                        "encryption",
                        "directory.encryption",
                        "The directory does not support StartTLS. Use LDAPS, or another port.");
            case PEOPLE_DN ->
                Problem.badField(
                        "peopleDn",
                        "directory.refused",
                        "The directory said of " + source.peopleDn() + ": " + said + ". Check the base DN of people.");
            case GROUPS_DN ->
                Problem.badField(
                        "groupsDn",
                        "directory.refused",
                        "The directory said of " + source.groupsDn() + ": " + said + ". Check the base DN of groups.");
            case HOST ->
                Problem.badField(
                        "host",
                        "directory.unreachable",
                        said + ". Check host, port and encryption, and whether it is up.");
            case NOTHING -> Problem.badField("host", "directory.refused", "The directory said: " + said + ".");
        };
    }
}
