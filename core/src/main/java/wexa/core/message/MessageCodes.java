package wexa.core.message;

import wexa.core.finding.Code;

/** What can stand against a template. */
final class MessageCodes {
    public static final Code MESSAGE_BLANK_UNKNOWN = Code.block(
            "message.blank-unknown",
            "There is no placeholder “{value}”. Use one of {kinds}; to write a brace itself, type it twice.");

    public static final Code MESSAGE_BLANK_MISSING = Code.block(
            "message.blank-missing",
            facts -> "“{" + facts.value() + "}” is missing. Without it people do not learn how to sign in.");

    public static final Code MESSAGE_BLANK_NOT_HERE = Code.block(
            "message.blank-not-here",
            facts -> "“{" + facts.value() + "}” has no place in the subject. Put it into the text.");

    private MessageCodes() {}
}
