package wexa.sandbox;

import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.List;
import java.util.regex.Pattern;

/** The two pages that people see of the stand-ins: a tenant's sign-in, and the mailbox. */
final class Page {
    private static final Pattern LINK = Pattern.compile("https?://[^\\s<]+");
    private static final String LOOK =
            "body{font:16px/1.5 sans-serif;max-width:44rem;margin:3rem auto;padding:0 1rem}label{display:block;margin:.6rem 0}"
                    + "input{display:block;font:inherit;padding:.3rem}article{border-top:1px solid #999;padding:1rem 0}"
                    + "pre{white-space:pre-wrap;font:inherit}";

    private Page() {}

    static String signIn(String tenant, String told) {
        return page(
                "Sign in: " + tenant,
                "<h1>" + escaped(tenant) + "</h1><p role=status>" + escaped(told) + "</p>"
                        + "<form method=post><label>User name<input name=userName autocomplete=username></label>"
                        + "<label>Password<input name=password type=password></label>"
                        + "<button>Sign in</button></form>");
    }

    static String mailbox(List<ObjectNode> mails) {
        StringBuilder found = new StringBuilder("<h1>Mailbox</h1>");
        if (mails.isEmpty()) {
            found.append("<p>No mail came yet.</p>");
        }
        for (ObjectNode mail : mails) {
            found.append("<article><h2>").append(escaped(mail.path("subject").asText()));
            found.append("</h2><p>To ").append(escaped(mail.path("to").asText()));
            found.append(", ").append(escaped(mail.path("at").asText())).append("</p><pre>");
            String text = escaped(mail.path("text").asText());
            found.append(LINK.matcher(text).replaceAll("<a href=\"$0\">$0</a>")).append("</pre></article>");
        }
        return page("Mailbox", found.toString());
    }

    private static String page(String title, String body) {
        return "<!doctype html><html lang=en><meta charset=utf-8><title>" + escaped(title) + "</title><style>" + LOOK
                + "</style><body>" + body;
    }

    private static String escaped(String text) {
        return text.replace("&", "&amp;")
                .replace("<", "&lt;")
                .replace(">", "&gt;")
                .replace("\"", "&quot;");
    }
}
