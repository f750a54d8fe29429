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
    // What is indexed. A tag is found without its hyphens and blanks too.
    private static readonly Indexed[] All =
    [
        new(
            "Standings",
            "trailer",
            "TrailerId",
            "Tag, Name, Plate, Customer",
            "new.Tag",
            "new.Name || ' ' || new.Plate || ' ' || new.Customer || ' ' || replace(replace(new.Tag, '-', ''), ' ', '')"),
        new("Customers", "customer", "Id", "Name, Phone, Mail", "new.Name", "new.Phone || ' ' || new.Mail"),
    ];

    private static readonly string Make =
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

        """ + string.Join('\n', All.Select(t => t.Triggers));

    private static readonly string MakeAnew =
        "DROP TABLE IF EXISTS FindableText; DROP TABLE IF EXISTS Findable;\n"
            + $"{Make}\n{string.Join('\n', All.Select(t => t.Rows))}";

    private const string Titles = "SELECT count(*) AS Value FROM Findable";
    private const string Texts = "SELECT count(*) AS Value FROM FindableText_docsize";
    private static readonly string There =
        $"SELECT {string.Join(" + ", All.Select(t => $"(SELECT count(*) FROM {t.Table})"))} AS Value";

    /// <summary>Makes the index where it is missing, and fills it anew where it does not count what it should.</summary>
    internal static async Task PrepareAsync(ShopFile file)
    {
        await file.Database.ExecuteSqlRawAsync(Make);
        int there = await CountAsync(file, There);
        if (await CountAsync(file, Titles) != there || await CountAsync(file, Texts) != there)
        {
            await using var transaction = await file.Database.BeginTransactionAsync();
            await file.Database.ExecuteSqlRawAsync(MakeAnew);
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

    private static Task<int> CountAsync(ShopFile file, string query) =>
        file.Database.SqlQueryRaw<int>(query).SingleAsync();

    // A table that is indexed: its id, the columns that count, and what title and words come to in SQL.
    private sealed record Indexed(string Table, string Kind, string Id, string Columns, string Title, string Words)
    {
        // Triggers that keep the index true to it.
        internal string Triggers => $"""
            CREATE TRIGGER IF NOT EXISTS {Table}FindableAdded AFTER INSERT ON {Table} BEGIN {Put} END;
            CREATE TRIGGER IF NOT EXISTS {Table}FindableChanged AFTER UPDATE OF {Columns} ON {Table} BEGIN {Put} END;
            CREATE TRIGGER IF NOT EXISTS {Table}FindableGone AFTER DELETE ON {Table} BEGIN
              DELETE FROM Findable WHERE Kind = '{Kind}' AND Id = old.{Id}; END;
            """;

        // Everything in it.
        internal string Rows =>
            $"INSERT INTO Findable (Kind, Id, Title, Words) SELECT {Values} FROM {Table} new;";

        private string Values => $"'{Kind}', new.{Id}, {Title}, {Words}";

        private string Put => $"""
            INSERT INTO Findable (Kind, Id, Title, Words) VALUES ({Values})
              ON CONFLICT (Kind, Id) DO UPDATE SET Title = excluded.Title, Words = excluded.Words;
            """;
    }
}
