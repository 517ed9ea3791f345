package wexa.server.rights;

import java.util.Arrays;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.aopalliance.intercept.MethodInterceptor;
import org.aopalliance.intercept.MethodInvocation;
import org.jspecify.annotations.Nullable;
import org.springframework.aop.Advisor;
import org.springframework.aop.framework.Advised;
import org.springframework.aop.support.DefaultPointcutAdvisor;
import org.springframework.aop.support.annotation.AnnotationMatchingPointcut;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.beans.factory.SmartInitializingSingleton;
import org.springframework.beans.factory.config.BeanDefinition;
import org.springframework.context.ApplicationContext;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.context.annotation.Role;
import org.springframework.core.Ordered;
import wexa.server.problems.Problem;

/** The one place where rights and reach are asked for: before any use case, and before its transaction. */
@Configuration(proxyBeanMethods = false)
@Role(BeanDefinition.ROLE_INFRASTRUCTURE)
class Gate {
    @Bean
    @Role(BeanDefinition.ROLE_INFRASTRUCTURE)
    static Advisor rightsAdvisor(ObjectProvider<Guard> guards) {
        DefaultPointcutAdvisor advisor = new DefaultPointcutAdvisor(
                AnnotationMatchingPointcut.forClassAnnotation(UseCases.class), new Asking(guards));
        advisor.setOrder(Ordered.HIGHEST_PRECEDENCE);
        return advisor;
    }

    /** A use case that nothing stands before would be open to everybody: then nothing starts. */
    @Bean
    static SmartInitializingSingleton everyUseCaseIsBehindTheGate(ApplicationContext context) {
        return () -> context.getBeansWithAnnotation(UseCases.class).forEach((name, bean) -> {
            boolean isGuarded = bean instanceof Advised advised
                    && Arrays.stream(advised.getAdvisors()).anyMatch(advisor -> advisor.getAdvice() instanceof Asking);
            if (!isGuarded) {
                throw new IllegalStateException("nothing asks for rights before the use cases of " + name);
            }
        });
    }

    /** Asks for what the use case declares. Its own helpers that take no actor pass. */
    private static final class Asking implements MethodInterceptor {
        private static final Set<Over> ASKED_HERE = EnumSet.of(Over.NOTHING, Over.SIGHT, Over.EFFECTS, Over.EVERYTHING);

        private final ObjectProvider<Guard> guards;

        Asking(ObjectProvider<Guard> guards) {
            this.guards = guards;
        }

        @Override
        public @Nullable Object invoke(MethodInvocation call) throws Throwable {
            Object[] arguments = call.getArguments();
            if (arguments.length > 0 && arguments[0] instanceof Actor actor) {
                require(actor, Optional.ofNullable(call.getMethod().getAnnotation(Requires.class)), arguments);
            }
            return call.proceed();
        }

        private void require(Actor actor, Optional<Requires> declared, Object[] arguments) {
            actor.require(declared.map(Requires::value).orElse(Act.GOVERN));
            Over over = declared.map(Requires::over).orElse(Over.EVERYTHING);
            if (over == Over.EVERYTHING && !actor.reach().isEverywhere()) {
                throw new Problem(
                        403,
                        "out-of-reach",
                        "This affects every tenant and everyone in them, and your scope is limited."
                                + " Ask an administrator with full scope.");
            }
            if (over == Over.NOTHING) {
                actor.requireWholeSight();
            }
            if (!ASKED_HERE.contains(over)) {
                guard(over).require(actor, arguments[declared.map(Requires::at).orElse(1)]);
            }
        }

        private Guard guard(Over over) {
            Map<Over, Guard> known = new EnumMap<>(Over.class);
            guards.forEach(guard -> known.put(guard.over(), guard));
            return Optional.ofNullable(known.get(over))
                    .orElseThrow(() -> new IllegalStateException("nobody says who reaches " + over));
        }
    }
}
