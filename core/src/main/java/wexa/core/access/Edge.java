package wexa.core.access;

import wexa.core.model.Fact;
import wexa.core.value.Id;
import wexa.core.value.Window;

/** One membership as compiled: the group's number, why, which fact says so, and when. */
record Edge(int group, Origin origin, Id<? extends Fact> source, Window window) {}
