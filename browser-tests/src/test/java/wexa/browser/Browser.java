package wexa.browser;

import static org.assertj.core.api.Assertions.assertThat;

import com.deque.html.axecore.results.Rule;
import com.deque.html.axecore.selenium.AxeBuilder;
import java.io.File;
import java.io.IOException;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;
import org.openqa.selenium.OutputType;
import org.openqa.selenium.WebElement;
import org.openqa.selenium.chrome.ChromeDriver;
import org.openqa.selenium.chrome.ChromeDriverService;
import org.openqa.selenium.chrome.ChromeOptions;
import org.openqa.selenium.interactions.Actions;
import org.openqa.selenium.support.ui.ExpectedConditions;
import org.openqa.selenium.support.ui.WebDriverWait;

/** Chromium, used as a person does: by roles and names, waiting for what is to be seen. */
final class Browser implements AutoCloseable {
    private static final int MOST_TABS = 90;
    private static final Path PICTURES = Path.of("../docs/screenshots");
    private static final boolean TAKES_PICTURES = Boolean.getBoolean("wexa.screenshots");
    private static final Duration PATIENCE = Duration.ofMinutes(2);

    private final URI address;
    private final ChromeDriver driver;
    private final WebDriverWait wait;

    Browser(URI address, Path profile) {
        this.address = address;
        ChromeOptions options = new ChromeOptions();
        options.setBinary(found("chromium").getPath());
        options.addArguments(
                "--headless=new",
                "--no-sandbox",
                "--disable-gpu",
                "--disable-quic",
                "--no-first-run",
                "--disable-background-networking",
                "--disable-component-update",
                "--disable-sync",
                "--lang=en-GB",
                "--user-data-dir=" + profile.toAbsolutePath());
        ChromeDriverService service = new ChromeDriverService.Builder()
                .usingDriverExecutable(found("chromedriver"))
                .usingAnyFreePort()
                .build();
        this.driver = new ChromeDriver(service, options);
        this.wait = new WebDriverWait(driver, PATIENCE);
        size(1280, 800);
    }

    private static File found(String program) {
        for (String folder : System.getenv("PATH").split(File.pathSeparator)) {
            File file = new File(folder, program);
            if (file.canExecute()) {
                return file;
            }
        }
        throw new IllegalStateException(program + " is not on the PATH; install Debian's chromium and chromium-driver");
    }

    void size(int width, int height) {
        driver.executeCdpCommand(
                "Emulation.setDeviceMetricsOverride",
                Map.of("width", width, "height", height, "deviceScaleFactor", 1, "mobile", false));
    }

    void open(String path) {
        driver.get(address.resolve(path).toString());
    }

    void signIn(String login, String password) {
        open("/");
        type("Login", login);
        type("Password", password);
        button("Sign in").click();
        sees("Tenants at a glance");
    }

    WebElement see(By what) {
        return wait.until(ExpectedConditions.visibilityOfElementLocated(what));
    }

    void sees(String text) {
        see(By.xpath("//*[contains(normalize-space(.), \"" + text
                + "\") and not(self::script)][not(*[contains(normalize-space(.), \"" + text + "\")])]"));
    }

    /** Waits until a text area of that name has the text in it. */
    void holds(String name, String text) {
        wait.until(driver -> driver.findElements(By.xpath("//textarea[@aria-label=\"" + name + "\"]")).stream()
                .map(area -> area.getDomProperty("value"))
                .anyMatch(value -> value != null && value.contains(text)));
    }

    /** Waits until there is no such button any more. */
    void losesButton(String name) {
        wait.until(ExpectedConditions.invisibilityOfElementLocated(
                By.xpath("//button[contains(normalize-space(.), \"" + name + "\")]")));
    }

    void heading(String text) {
        see(By.xpath("//h1[contains(normalize-space(.), \"" + text + "\")]"));
    }

    /** Scrolled to where nothing that stays in place covers it. */
    private WebElement inTheMiddle(By what) {
        WebElement found = wait.until(ExpectedConditions.elementToBeClickable(what));
        driver.executeScript("arguments[0].scrollIntoView({block: 'center'})", found);
        return found;
    }

    WebElement button(String name) {
        return inTheMiddle(By.xpath(
                "//button[contains(normalize-space(.), \"" + name + "\") or contains(@aria-label, \"" + name + "\")]"));
    }

    WebElement link(String name) {
        return inTheMiddle(By.xpath("//a[contains(normalize-space(.), \"" + name + "\")]"));
    }

    /** A field by its label, or by its accessible name. */
    WebElement field(String label) {
        return see(By.xpath("//*[(self::input or self::select) and (@aria-label=\"" + label + "\" or @placeholder=\""
                + label + "\" or @id=//label[normalize-space(.)=\"" + label + "\"]/@for)]"));
    }

    void type(String label, String text) {
        WebElement field = field(label);
        field.sendKeys(Keys.chord(Keys.CONTROL, "a"), text);
    }

    /** Types the first letters and takes the first of the choices by keyboard. */
    void pick(String placeholder, String letters, String choice) {
        type(placeholder, letters);
        see(By.xpath("//*[@role='option'][contains(normalize-space(.), \"" + choice + "\")]"));
        driver.switchTo().activeElement().sendKeys(Keys.ARROW_DOWN, Keys.ENTER);
    }

    /** Hands a file to a field that takes one; the field itself is not drawn. */
    void choose(String label, Path file) {
        wait.until(ExpectedConditions.presenceOfElementLocated(
                        By.xpath("//input[@type='file' and @aria-label=\"" + label + "\"]")))
                .sendKeys(file.toAbsolutePath().normalize().toString());
    }

    void keys(CharSequence... keys) {
        driver.switchTo().activeElement().sendKeys(keys);
    }

    /** Presses Tab until something of that accessible name has the focus, as somebody without a mouse does. */
    void tabTo(String name) {
        for (int presses = 0; presses < MOST_TABS; presses++) {
            String focused = driver.switchTo().activeElement().getAccessibleName();
            if (focused != null && focused.contains(name)) {
                return;
            }
            new Actions(driver).sendKeys(Keys.TAB).perform();
        }
        throw new AssertionError(MOST_TABS + " times Tab did not lead to “" + name + "”; the focus is on “"
                + driver.switchTo().activeElement().getAccessibleName() + "”");
    }

    /** Presses keys wherever the focus is; modifiers are held with those that follow in the chord. */
    void press(CharSequence... keys) {
        new Actions(driver).sendKeys(keys).perform();
    }

    /** Opens Find, types, and takes the best hit once one of that name is it. */
    void find(String text, String best) {
        new Actions(driver)
                .keyDown(Keys.CONTROL)
                .sendKeys("k")
                .keyUp(Keys.CONTROL)
                .sendKeys(text)
                .perform();
        see(By.xpath("//*[@role='option' and @data-best='true'][contains(normalize-space(.), \"" + best + "\")]"));
        press(Keys.ENTER);
    }

    /** By how many pixels the page is wider than the screen. */
    int overhang() {
        return ((Number) driver.executeScript(
                        "return document.documentElement.scrollWidth - document.documentElement.clientWidth"))
                .intValue();
    }

    String text(By what) {
        return see(what).getText();
    }

    List<WebElement> all(By what) {
        return driver.findElements(what);
    }

    /** As on a system whose user set its colours. */
    void forceColours() {
        driver.executeCdpCommand(
                "Emulation.setEmulatedMedia",
                Map.of("features", List.of(Map.of("name", "forced-colors", "value", "active"))));
    }

    void theme(String theme) {
        driver.executeScript("document.documentElement.dataset.theme = arguments[0]", theme);
    }

    /** Colours that still change, as after another theme was chosen, are those of neither theme. */
    private void waitForTransitions() {
        wait.until(shown -> (Boolean) driver.executeScript(
                "return document.getAnimations().every(each => !(each instanceof CSSTransition))"));
    }

    /** Checks the page against WCAG 2.2 A and AA, as far as a program can. */
    void isAccessible(String page) {
        List<Rule> violations;
        try {
            violations = violations();
        } catch (RuntimeException windowLost) {
            // the checker works in a window of its own, which a busy machine may fail to open in time
            violations = violations();
        }
        if (violations.stream().flatMap(rule -> rule.getNodes().stream()).anyMatch(node -> isBlank(node.getHtml()))) {
            // it may also have looked at that window, which is empty, in place of the page
            violations = violations();
        }
        assertThat(violations)
                .as(
                        "%s: %s",
                        page,
                        violations.stream()
                                .map(rule -> rule.getId() + " "
                                        + rule.getNodes().stream()
                                                .limit(3)
                                                .map(node -> node.getHtml())
                                                .toList())
                                .toList())
                .isEmpty();
    }

    private static boolean isBlank(String html) {
        return html.equals("<html><head></head><body></body></html>");
    }

    private List<Rule> violations() {
        waitForTransitions();
        return new AxeBuilder()
                .withTags(List.of("wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa"))
                .analyze(driver)
                .getViolations();
    }

    /** Checks a main view, and takes its picture for the README where pictures are taken. */
    void look(String page) throws IOException {
        isAccessible(page);
        if (TAKES_PICTURES) {
            Files.createDirectories(PICTURES);
            Files.write(PICTURES.resolve(page + ".png"), driver.getScreenshotAs(OutputType.BYTES));
        }
    }

    @Override
    public void close() {
        driver.quit();
    }
}
