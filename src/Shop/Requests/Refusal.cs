using System.Text.Json;
using System.Text.Json.Serialization;
using Microsoft.AspNetCore.Diagnostics;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Store;
using SturdyTinker.Store.Shapes;

namespace SturdyTinker.Shop.Requests;

/// <summary>One thing wrong with a request: where, and a sentence a technician understands.</summary>
/// <param name="Pointer">
/// JSON pointer into the request's body (RFC 6901), or the name of a query value; empty for the whole.
/// </param>
/// <param name="Detail">The sentence.</param>
public sealed record FieldProblem(string Pointer, string Detail);

/// <summary>A problem document (RFC 9457) with the fields it belongs to.</summary>
/// <param name="Type">
/// "about:blank" where the status says what kind of problem it is; otherwise a URN of this program's.
/// </param>
/// <param name="Title">The status in words.</param>
/// <param name="Status">The HTTP status.</param>
/// <param name="Detail">One sentence that a technician understands.</param>
/// <param name="Instance">The address asked for.</param>
/// <param name="Errors">The fields it belongs to; absent when it belongs to none.</param>
/// <param name="Current">For a stale edit, what stands now; absent otherwise.</param>
public sealed record Problem(
    string Type,
    string Title,
    int Status,
    string Detail,
    string Instance,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] IReadOnlyList<FieldProblem>? Errors = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] object? Current = null);

/// <summary>
/// A request that can't be met. Thrown anywhere below an endpoint, answered as a problem document (RFC 9457)
/// with the fields it belongs to; whatever the request had begun is rolled back.
/// </summary>
public sealed class Refusal(
    int status,
    string sentence,
    IReadOnlyList<FieldProblem> fields,
    object? current = null) : Exception(sentence)
{
    /// <summary>HTTP status.</summary>
    public int Status { get; } = status;

    /// <summary>The fields it belongs to; may be empty.</summary>
    public IReadOnlyList<FieldProblem> Fields { get; } = fields;

    /// <summary>The same at other pointers: where its fields are told in other words.</summary>
    /// <param name="pointer">Another pointer for each.</param>
    public Refusal At(Func<string, string> pointer) =>
        new(Status, Message, [.. Fields.Select(f => new FieldProblem(pointer(f.Pointer), f.Detail))], Current);

    /// <summary>For a stale edit, what stands now.</summary>
    public object? Current { get; } = current;

    /// <summary>422: a field can't be what it is.</summary>
    public static Refusal Field(string pointer, string sentence) => Fields422([new(pointer, sentence)]);

    /// <summary>422: several fields can't be what they are.</summary>
    public static Refusal Fields422(IReadOnlyList<FieldProblem> fields) =>
        new(StatusCodes.Status422UnprocessableEntity, fields[0].Detail, fields);

    /// <summary>What the address takes instead, for the header Allow; null for any other refusal.</summary>
    public string? Allowed { get; private init; }

    /// <summary>405: the address takes other methods.</summary>
    public static Refusal OtherMethod(string method, string allowed) =>
        new(StatusCodes.Status405MethodNotAllowed, $"This address takes {allowed}, not {method}.", [])
        {
            Allowed = allowed
        };

    /// <summary>
    /// The kind of problem a page can do something about, as a URN; null for one that its status tells.
    /// </summary>
    public string? Kind { get; private init; }

    /// <summary>401: nobody is signed in where the request comes from.</summary>
    public static Refusal SignedOut(string sentence = "Sign in first: nobody is signed in here.") =>
        new(StatusCodes.Status401Unauthorized, sentence, []);

    /// <summary>403: whoever is signed in may not do this.</summary>
    public static Refusal NotAllowed(string sentence) => new(StatusCodes.Status403Forbidden, sentence, []);

    /// <summary>403: whoever is signed in may do this, once they have given their own secret for it.</summary>
    public static Refusal SecretWanted() =>
        new(
            StatusCodes.Status403Forbidden,
            "This is signed with your own secret: give it, and send this again.",
            [])
        {
            Kind = "urn:sturdy-tinker:secret-wanted"
        };

    /// <summary>429: too many tries.</summary>
    public static Refusal TooMany(string sentence) => new(StatusCodes.Status429TooManyRequests, sentence, []);

    /// <summary>404: there is no such thing.</summary>
    public static Refusal NotFound(string sentence) => new(StatusCodes.Status404NotFound, sentence, []);

    /// <summary>409: it clashes with what stands.</summary>
    public static Refusal Conflict(string sentence, string pointer = "", object? current = null) =>
        new(StatusCodes.Status409Conflict, sentence, pointer.Length == 0 ? [] : [new(pointer, sentence)], current);

    /// <summary>409: somebody else has saved an edit since, and what stands now is shown beside it.</summary>
    public static Refusal Stale(string what, object current) => Conflict(
        $"Somebody else changed this {what} meanwhile. Both are shown; save again what you want.",
        "/version",
        current);

    /// <summary>
    /// Answers a request with it, as a problem document; whoever asked may be gone, which is no fault.
    /// </summary>
    internal Task AnswerAsync(HttpContext context)
    {
        string title = Microsoft.AspNetCore.WebUtilities.ReasonPhrases.GetReasonPhrase(Status);
        Problem problem = new(
            Kind ?? "about:blank",
            title,
            Status,
            Message,
            context.Request.Path,
            Fields.Count > 0 ? Fields : null,
            Current);
        context.Response.StatusCode = Status;
        if (Allowed is not null)
        {
            context.Response.Headers.Allow = Allowed;
        }

        return context.Response.WriteAsJsonAsync(
            problem,
            options: null,
            contentType: "application/problem+json",
            CancellationToken.None);
    }

    /// <summary>400: the request itself is wrong.</summary>
    public static Refusal Malformed(string sentence, string pointer = "") =>
        new(StatusCodes.Status400BadRequest, sentence, pointer.Length == 0 ? [] : [new(pointer, sentence)]);
}

/// <summary>Answers every exception as a problem document.</summary>
internal sealed partial class RefusalHandler(ILogger<RefusalHandler> log) : IExceptionHandler
{
    internal const string NoJson = "The body has to be JSON.";
    private const string Unreadable =
        "Something in the address of this request can't be read: check its id and its query.";

    private static Refusal Busy => new(
        StatusCodes.Status503ServiceUnavailable,
        "The shop's file is busy with something long, perhaps a large table. Nothing was saved; try again in a minute.",
        []);

    /// <inheritdoc/>
    public async ValueTask<bool> TryHandleAsync(
        HttpContext context,
        Exception exception,
        CancellationToken cancellationToken)
    {
        Refusal refusal = Known(exception) ?? exception switch
        {
            BadHttpRequestException { StatusCode: StatusCodes.Status413PayloadTooLarge } => new Refusal(
                413,
                "That is more than we take at once.",
                []),
            BadHttpRequestException { StatusCode: StatusCodes.Status415UnsupportedMediaType } =>
                new Refusal(StatusCodes.Status415UnsupportedMediaType, NoJson, []),
            BadHttpRequestException bad => await UnreadableBody.SayAsync(
                context,
                bad.InnerException as JsonException,
                Unreadable),
            _ when Unread(exception) is { } unread => await SayUnreadableAsync(context, unread),
            _ => new Refusal(
                500,
                "Something went wrong in the program. Nothing was saved halfway; what was answered as saved is safe.",
                []),
        };
        if (refusal.Status == 500)
        {
            LogFault(log, exception);
        }

        await refusal.AnswerAsync(context);
        return true;
    }

    /// <summary>
    /// What a fault says to whoever asked: a refusal, a busy file, somebody who was first; null for any other.
    /// </summary>
    internal static Refusal? Known(Exception fault) => fault switch
    {
        Refusal known => known,
        DbUpdateConcurrencyException => Refusal.Conflict(
            "Somebody else changed this at the same moment. Look at it again and repeat what you wanted."),
        DbUpdateException { InnerException: SqliteException { SqliteErrorCode: 19 } } => Refusal.Conflict(
            "Somebody else saved the same thing at the same moment. Look at it again."),
        SqliteException { SqliteErrorCode: 5 or 6 } => Busy,
        DbUpdateException { InnerException: SqliteException { SqliteErrorCode: 5 or 6 } } => Busy,
        _ => Opening.DiskFault(fault) is { } why
            ? new Refusal(StatusCodes.Status503ServiceUnavailable, $"{why} Nothing was saved.", [])
            : null,
    };

    /// <summary>
    /// Answers what the framework refuses with a bare status, such as a query value that can't be read.
    /// </summary>
    public static Task AnswerBareAsync(StatusCodeContext bare)
    {
        HttpContext context = bare.HttpContext;
        string sentence = context.Response.StatusCode switch
        {
            StatusCodes.Status400BadRequest => Unreadable,
            StatusCodes.Status415UnsupportedMediaType => NoJson,
            _ => "The program does not take this request.",
        };
        return new Refusal(context.Response.StatusCode, sentence, []).AnswerAsync(context);
    }

    // What a stored value said that could not be read, however deep the database layer has wrapped it.
    private static UnreadableColumnException? Unread(Exception? fault)
    {
        for (; fault is not null; fault = fault.InnerException)
        {
            if (fault is UnreadableColumnException row)
            {
                return row;
            }
        }

        return null;
    }

    private static async Task<Refusal> SayUnreadableAsync(HttpContext context, UnreadableColumnException unread)
    {
        // The request's own context may be in the middle of that very read.
        await using AsyncServiceScope scope = context.RequestServices.CreateAsyncScope();
        IReadOnlyList<string> rows =
            await scope.ServiceProvider.GetRequiredService<ShopFile>().UnreadableAsync(unread.Column);
        string which = rows.Count > 0 ? $" (row {string.Join(", ", rows)})" : "";
        return new Refusal(
            500,
            $"What is stored as {unread.Column}{which} cannot be read. The rest of the shop goes on; a backup from "
                + "before may still have it.",
            []);
    }

    [LoggerMessage(LogLevel.Error, "A request failed.")]
    private static partial void LogFault(ILogger log, Exception exception);
}
