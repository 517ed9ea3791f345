package wexa.server.rights;

import java.lang.annotation.Documented;
import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/**
 * The right that a use case asks for, and over what. {@link Gate} asks before the use case begins. One that does not say
 * over what needs everything, and one without this annotation needs to govern everything.
 */
@Documented
@Retention(RetentionPolicy.RUNTIME)
@Target(ElementType.METHOD)
public @interface Requires {
    Act value();

    Over over() default Over.EVERYTHING;

    /** Which argument names the thing; the actor is the first, 0. */
    int at() default 1;
}
