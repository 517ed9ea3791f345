package wexa.server.database;

import jakarta.persistence.EntityManager;
import java.util.List;
import org.hibernate.Session;
import org.hibernate.StatelessSession;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/**
 * Writes many rows that are known to be new, in batches and past the persistence context, which would keep and compare each
 * of them until the commit. In the transaction that is going on, after what it has written so far.
 */
@Component
public class NewRows {
    private static final int AT_A_TIME = 500;

    private final EntityManager entities;

    NewRows(EntityManager entities) {
        this.entities = entities;
    }

    @Transactional(propagation = Propagation.MANDATORY)
    public void insert(List<?> rows) {
        if (rows.isEmpty()) {
            return;
        }
        entities.flush();
        Session session = entities.unwrap(Session.class);
        session.doWork(connection -> {
            try (StatelessSession bulk = session.getSessionFactory()
                    .withStatelessOptions()
                    .connection(connection)
                    .openStatelessSession()) {
                bulk.setJdbcBatchSize(AT_A_TIME);
                bulk.insertMultiple(rows);
            }
        });
    }
}
