package wexa.server.testing;

import java.util.Map;
import java.util.Set;
import java.util.concurrent.atomic.AtomicInteger;
import org.aopalliance.intercept.MethodInterceptor;
import org.aopalliance.intercept.MethodInvocation;
import org.springframework.aop.framework.Advised;
import org.springframework.aop.framework.ProxyFactory;
import org.springframework.beans.factory.config.BeanPostProcessor;
import org.springframework.context.ApplicationContextInitializer;
import org.springframework.context.support.GenericApplicationContext;

/**
 * Named places at which a server that a test starts dies without any warning, as in a power cut. {@code wexa.halt-at} is
 * {@code NAME:COUNT}: it dies when the place is reached for that many times. Without it, nothing is done.
 */
public final class HaltPlaces implements ApplicationContextInitializer<GenericApplicationContext> {
    private static final int KILLED = 137;

    private static final Map<String, Place> PLACES = Map.of(
            // the changeset is committed, and nobody was told to carry it
            "applied", new Place("Lanes$Waker", Set.of("wake"), "apply.ApplyService", false),
            // the tenant has done it, and nothing says so here
            "step-carried", new Place("readings.Readings", Set.of("seen", "linked"), "", false),
            // what was pushed is kept, and nothing was made of it
            "pushed", new Place("inbound.PushedStore", Set.of("add", "change"), "", true),
            // the message is marked as on its way, and was not sent
            "message-marked", new Place("messages.MessageStore", Set.of("sending"), "", true));

    /**
     * Before or after a call of one of the methods; a call that ended is committed.
     *
     * @param from who calls; empty for anybody
     */
    private record Place(String type, Set<String> methods, String from, boolean after) {
        boolean isReachedBy(MethodInvocation call) {
            return methods.contains(call.getMethod().getName())
                    && StackWalker.getInstance()
                            .walk(frames -> frames.anyMatch(
                                    frame -> frame.getClassName().endsWith(from)));
        }
    }

    @Override
    public void initialize(GenericApplicationContext context) {
        String setting = context.getEnvironment().getProperty("wexa.halt-at", "");
        if (!setting.isEmpty()) {
            String[] parts = setting.split(":", 2);
            Place place = PLACES.get(parts[0]);
            if (place == null) {
                throw new IllegalArgumentException("there is no place " + parts[0] + " to die at");
            }
            Halting halting = new Halting(place, parts.length == 1 ? 1 : Integer.parseInt(parts[1]));
            // as a bean of its own it comes after those that open transactions: around them
            context.registerBean(Watch.class, () -> new Watch(place, halting));
        }
    }

    private record Halting(Place place, AtomicInteger left) implements MethodInterceptor {
        Halting(Place place, int count) {
            this(place, new AtomicInteger(count));
        }

        @Override
        public Object invoke(MethodInvocation call) throws Throwable {
            boolean isHere = place.isReachedBy(call);
            if (isHere && !place.after()) {
                reach();
            }
            Object answer = call.proceed();
            if (isHere && place.after()) {
                reach();
            }
            return answer;
        }

        private void reach() {
            if (left.decrementAndGet() == 0) {
                Runtime.getRuntime().halt(KILLED);
            }
        }
    }

    private record Watch(Place place, Halting halting) implements BeanPostProcessor {
        @Override
        public Object postProcessAfterInitialization(Object bean, String name) {
            if (!isOfType(bean.getClass())) {
                return bean;
            }
            if (bean instanceof Advised advised) {
                advised.addAdvice(0, halting);
                return bean;
            }
            ProxyFactory proxies = new ProxyFactory(bean);
            proxies.addAdvice(halting);
            return proxies.getProxy();
        }

        private boolean isOfType(Class<?> type) {
            for (Class<?> at = type; at != null; at = at.getSuperclass()) {
                if (at.getName().endsWith(place.type())) {
                    return true;
                }
                for (Class<?> face : at.getInterfaces()) {
                    if (face.getName().endsWith(place.type())) {
                        return true;
                    }
                }
            }
            return false;
        }
    }
}
