package wexa.server.administrators;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.io.IOException;
import org.springframework.http.HttpStatus;
import org.springframework.security.web.csrf.CsrfToken;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import wexa.server.problems.Problem;

/** The first start over HTTP: open to whoever knows the code in the data folder, and only while nobody works here. */
@RestController
@RequestMapping("/api/v1/first")
class FirstController {
    private final FirstStart first;
    private final AdministratorService administrators;

    FirstController(FirstStart first, AdministratorService administrators) {
        this.first = first;
        this.administrators = administrators;
    }

    /** Whether the first administrator is still to be made. */
    record FirstView(boolean open) {}

    record FirstAdministrator(
            @NotNull @Size(max = 80) String code,

            @NotBlank @Pattern(regexp = AdministratorController.LOGIN, message = AdministratorController.LOGIN_WORDS)
            String login,

            @NotBlank @Size(max = 200) String name,
            @NotBlank @Size(max = 200) String password) {}

    @GetMapping
    FirstView read(CsrfToken token) {
        token.getToken();
        return new FirstView(first.isOpen());
    }

    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    void make(@Valid @RequestBody FirstAdministrator made) throws IOException {
        if (!first.isOpen()) {
            throw new Problem(
                    409, "first.done", "There is an administrator already. Sign in, or ask them for a login.");
        }
        if (!first.isCode(made.code())) {
            throw Problem.badField(
                    "code",
                    "first.code-wrong",
                    "That is not the code. It stands in the file first-start-code in the data folder.");
        }
        administrators.makeFirst(made.login(), made.name().strip(), made.password());
        first.close();
    }
}
