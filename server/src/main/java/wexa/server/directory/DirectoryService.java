package wexa.server.directory;

import wexa.server.administrators.Act;
import wexa.server.administrators.Actor;
import wexa.server.administrators.UseCases;

/** Looking people up in the directories. */
@UseCases
public class DirectoryService {
    private static final int MOST_FOUND = 12;
    private static final int LONGEST = 80;

    private final Directories directories;

    DirectoryService(Directories directories) {
        this.directories = directories;
    }

    /** From the first letter; nothing typed finds the newest entries that are not here yet. */
    public Directories.Search search(Actor actor, String typed) {
        actor.require(Act.LOOK);
        String text = typed.strip();
        if (text.isEmpty()) {
            return new Directories.Search(directories.newcomers(MOST_FOUND), java.util.List.of());
        }
        return directories.search(text.substring(0, Math.min(LONGEST, text.length())), MOST_FOUND);
    }
}
