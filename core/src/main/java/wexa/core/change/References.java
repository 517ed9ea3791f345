package wexa.core.change;

import wexa.core.finding.Code;
import wexa.core.finding.Finding;
import wexa.core.model.Model;
import wexa.core.model.Subject;
import wexa.core.value.Id;

/** References resolve or are refused (rule 14). */
public final class References {
    private References() {}

    public static Finding unresolved(String path, Id<?> id) {
        return Finding.of(Code.REFERENCE_UNRESOLVED, path, "value", id.toString());
    }

    public static boolean exists(Subject subject, Model model) {
        return subject instanceof Subject.OfPerson one
                ? model.people().find(one.person()).isPresent()
                : model.groups().find(((Subject.OfGroup) subject).group()).isPresent();
    }

    public static Finding unresolved(String path, Subject subject) {
        return Finding.of(Code.REFERENCE_UNRESOLVED, path, "value", subject.toString());
    }
}
