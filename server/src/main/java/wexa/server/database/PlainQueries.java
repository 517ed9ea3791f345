package wexa.server.database;

import org.springframework.data.jpa.repository.query.DeclaredQuery;
import org.springframework.data.jpa.repository.query.QueryEnhancerFactories;
import org.springframework.data.jpa.repository.query.QueryEnhancerFactory;
import org.springframework.data.jpa.repository.query.QueryEnhancerSelector;

/** Queries are taken as they stand, never sorted or counted anew: taking each apart for that would only cost the start. */
public class PlainQueries implements QueryEnhancerSelector {
    @Override
    public QueryEnhancerFactory select(DeclaredQuery query) {
        return QueryEnhancerFactories.fallback();
    }
}
