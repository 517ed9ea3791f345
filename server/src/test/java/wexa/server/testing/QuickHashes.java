package wexa.server.testing;

import org.springframework.beans.factory.config.BeanPostProcessor;
import org.springframework.context.ApplicationContextInitializer;
import org.springframework.context.support.GenericApplicationContext;
import org.springframework.security.crypto.argon2.Argon2PasswordEncoder;
import org.springframework.security.crypto.password.PasswordEncoder;

/**
 * Passwords are hashed with little memory in servers that tests start, as they sign in hundreds of times. The hash says how
 * it was made, so that either kind of server reads those of the other.
 */
public final class QuickHashes implements ApplicationContextInitializer<GenericApplicationContext> {
    private static final int MEMORY_KIB = 64;

    @Override
    public void initialize(GenericApplicationContext context) {
        context.getBeanFactory().addBeanPostProcessor(new BeanPostProcessor() {
            @Override
            public Object postProcessAfterInitialization(Object bean, String name) {
                return bean instanceof PasswordEncoder ? new Argon2PasswordEncoder(16, 32, 1, MEMORY_KIB, 1) : bean;
            }
        });
    }
}
