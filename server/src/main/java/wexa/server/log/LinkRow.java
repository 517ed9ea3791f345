package wexa.server.log;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;

/** A link of the chain, which stays when the text of its line goes. */
@Entity
@Table(name = "log_link")
class LinkRow {
    @Id
    long number;

    String commitment;
    String hash;

    @SuppressWarnings("NullAway.Init")
    protected LinkRow() {}

    LinkRow(Link link) {
        this.number = link.number();
        this.commitment = link.commitment();
        this.hash = link.hash();
    }

    Link link() {
        return new Link(number, commitment, hash);
    }
}
