using System.Text;
using Microsoft.EntityFrameworkCore;

namespace SturdyTinker.Store;

/// <summary>Something found in the shop's file by its words.</summary>
/// <param name="Kind">"trailer" or "customer".</param>
/// <param name="Id">Its id.</param>
/// <param name="Title">What it is called: a tag, a name.</param>
/// <param name="Words">What else it was found by: name, plate, owner; telephone and mail.</param>
public sealed record FoundRow(string Kind, Guid Id, string Title, string Words);

/// <summary>
/// The index that everything in the shop's file is found by: SQLite's FTS5 over a table of titles and words, kept true
/// by triggers, whoever writes. It is no part of the record: it is made where it is missing, and made anew where it
/// does not count what it should.
/// </summary>
public static class FindIndex
{
    private const string TrailerTitle = "new.Tag";

    // A tag is found without its hyphens and blanks too.
    private const string TrailerWords =
        "new.Name || ' ' || new.Plate || ' ' || new.Customer || ' ' || replace(replace(new.Tag, '-', ''), ' ', '')";

    private const string CustomerWords = "new.Phone || ' ' || new.Mail";

    private static readonly string Make = string.Join(
        '\n',
        """
        CREATE TABLE IF NOT EXISTS Findable (
          Row INTEGER PRIMARY KEY, Kind TEXT NOT NULL, Id TEXT NOT NULL, Title TEXT NOT NULL, Words TEXT NOT NULL,
          UNIQUE (Kind, Id));
        CREATE VIRTUAL TABLE IF NOT EXISTS FindableText USING fts5(
          Title, Words, content='Findable', content_rowid='Row', tokenize="unicode61 remove_diacritics 2", prefix='2 3');
        CREATE TRIGGER IF NOT EXISTS FindableAdded AFTER INSERT ON Findable BEGIN
          INSERT INTO FindableText(rowid, Title, Words) VALUES (new.Row, new.Title, new.Words); END;
        CREATE TRIGGER IF NOT EXISTS FindableGone AFTER DELETE ON Findable BEGIN
          INSERT INTO FindableText(FindableText, rowid, Title, Words)
          VALUES ('delete', old.Row, old.Title, old.Words); END;
        CREATE TRIGGER IF NOT EXISTS FindableChanged AFTER UPDATE ON Findable BEGIN
          INSERT INTO FindableText(FindableText, rowid, Title, Words)
          VALUES ('delete', old.Row, old.Title, old.Words);
          INSERT INTO FindableText(rowid, Title, Words) VALUES (new.Row, new.Title, new.Words); END;
        """,
        Follow("Standings", "trailer", "TrailerId", "Tag, Name, Plate, Customer", TrailerTitle, TrailerWords),
        Follow("Customers", "customer", "Id", "Name, Phone, Mail", "new.Name", CustomerWords));

    private const string Fill = $"""
        INSERT INTO FindableText(FindableText) VALUES ('delete-all');
        DROP TRIGGER FindableGone;
        DELETE FROM Findable;
        CREATE TRIGGER FindableGone AFTER DELETE ON Findable BEGIN
          INSERT INTO FindableText(FindableText, rowid, Title, Words)
          VALUES ('delete', old.Row, old.Title, old.Words); END;
        INSERT INTO Findable (Kind, Id, Title, Words)
        SELECT 'trailer', new.TrailerId, {TrailerTitle}, {TrailerWords} FROM Standings new;
        INSERT INTO Findable (Kind, Id, Title, Words)
        SELECT 'customer', new.Id, new.Name, {CustomerWords} FROM Customers new;
        """;

    private const string Titles = "SELECT count(*) AS Value FROM Findable";
    private const string Texts = "SELECT count(*) AS Value FROM FindableText_docsize";
    private const string There =
        "SELECT (SELECT count(*) FROM Standings) + (SELECT count(*) FROM Customers) AS Value";

    /// <summary>Makes the index where it is missing, and fills it anew where it does not count what it should.</summary>
    internal static async Task PrepareAsync(ShopFile file)
    {
        await file.Database.ExecuteSqlRawAsync(Make);
        int there = await CountAsync(file, There);
        if (await CountAsync(file, Titles) != there || await CountAsync(file, Texts) != there)
        {
            await using var transaction = await file.Database.BeginTransactionAsync();
            await file.Database.ExecuteSqlRawAsync(Fill);
            await transaction.CommitAsync();
        }
    }

    /// <summary>
    /// What answers to some words, the best first: each word typed begins a word of it, in whatever letter case and
    /// without regard to accents. Nothing for nothing typed.
    /// </summary>
    /// <param name="file">The shop's file.</param>
    /// <param name="typed">What was typed.</param>
    /// <param name="most">How many at most.</param>
    /// <param name="stop">Stops asking.</param>
    public static async Task<List<FoundRow>> FindAsync(
        this ShopFile file,
        string typed,
        int most,
        CancellationToken stop)
    {
        string query = QueryOf(typed);
        string whole = string.Concat(typed.Where(char.IsLetterOrDigit));
        return query.Length == 0
            ? []
            : await file.Database.SqlQuery<FoundRow>(
                $"""
                SELECT f.Kind, f.Id, f.Title, f.Words
                FROM FindableText t JOIN Findable f ON f.Row = t.rowid
                WHERE FindableText MATCH {query}
                ORDER BY replace(replace(f.Title, '-', ''), ' ', '') = {whole} COLLATE NOCASE DESC, bm25(FindableText, 8.0, 1.0), f.Title
                LIMIT {most}
                """).ToListAsync(stop);
    }

    /// <summary>What was typed as a query of FTS5: every run of letters and digits begins a word.</summary>
    internal static string QueryOf(string typed)
    {
        StringBuilder query = new();
        bool within = false;
        foreach (char c in typed.Length > 120 ? typed[..120] : typed)
        {
            bool part = char.IsLetterOrDigit(c) || char.GetUnicodeCategory(c) is
                System.Globalization.UnicodeCategory.NonSpacingMark;
            if (part && !within)
            {
                query.Append(query.Length > 0 ? " \"" : "\"");
            }
            else if (!part && within)
            {
                query.Append("\"*");
            }

            if (part)
            {
                query.Append(c);
            }

            within = part;
        }

        return within ? query.Append("\"*").ToString() : query.ToString();
    }

    // Triggers that keep the index true to a table.
    private static string Follow(string table, string kind, string id, string columns, string title, string words) => $"""
        CREATE TRIGGER IF NOT EXISTS {table}FindableAdded AFTER INSERT ON {table} BEGIN
          INSERT INTO Findable (Kind, Id, Title, Words) VALUES ('{kind}', new.{id}, {title}, {words})
          ON CONFLICT (Kind, Id) DO UPDATE SET Title = excluded.Title, Words = excluded.Words; END;
        CREATE TRIGGER IF NOT EXISTS {table}FindableChanged AFTER UPDATE OF {columns} ON {table} BEGIN
          INSERT INTO Findable (Kind, Id, Title, Words) VALUES ('{kind}', new.{id}, {title}, {words})
          ON CONFLICT (Kind, Id) DO UPDATE SET Title = excluded.Title, Words = excluded.Words; END;
        CREATE TRIGGER IF NOT EXISTS {table}FindableGone AFTER DELETE ON {table} BEGIN
          DELETE FROM Findable WHERE Kind = '{kind}' AND Id = old.{id}; END;
        """;

    private static Task<int> CountAsync(ShopFile file, string query) =>
        file.Database.SqlQueryRaw<int>(query).SingleAsync();
}
