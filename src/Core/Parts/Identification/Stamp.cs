namespace SturdyTinker.Core.Parts.Identification;

/// <summary>Numbers stamped on parts, read forgivingly.</summary>
public static class Stamp
{
    /// <summary>A sign that could not be read.</summary>
    public const char Worn = '?';

    // The most signs that may differ, worn ones aside.
    private const int MostDifferent = 1;

    /// <summary>
    /// A stamp without blanks, hyphens and letter case; O for 0, I for 1 and the like folded into one.
    /// </summary>
    public static string Fold(string stamp) =>
        string.Concat(stamp.Where(c => char.IsLetterOrDigit(c)
            || c is Worn or '_' or '*').Select(c => char.ToUpperInvariant(c) switch
    {
        'O' or 'Q' => '0',
        'I' => '1',
        'S' => '5',
        'B' => '8',
        'Z' => '2',
        '_' or '*' => Worn,
        char other => other,
    }));

    /// <summary>Parts whose stamp this may be: those that agree first, then those that differ by one sign.</summary>
    /// <param name="parts">The parts to look through.</param>
    /// <param name="typed">What was read, with ? for each sign that is worn away.</param>
    public static IReadOnlyList<(MeasuredPart Part, int Different)> Find(IEnumerable<MeasuredPart> parts, string typed)
    {
        string read = Fold(typed);
        return read.All(c => c == Worn)
            ? []
            : [.. parts
                .Where(p => p.Stamp.Length > 0)
                .Select(p => (p, Different(Fold(p.Stamp), read)))
                .Where(p => p.Item2 <= MostDifferent)
                .OrderBy(p => p.Item2)
                .ThenBy(p => p.p.Name, StringComparer.Ordinal)];
    }

    // Signs to change, leave out or put in; a worn one may be any one sign.
    private static int Different(string stamp, string read)
    {
        if (Math.Abs(stamp.Length - read.Length) > MostDifferent)
        {
            return int.MaxValue;
        }

        int[] row = [.. Enumerable.Range(0, read.Length + 1)];
        for (int i = 1; i <= stamp.Length; i++)
        {
            int corner = row[0];
            row[0] = i;
            for (int j = 1; j <= read.Length; j++)
            {
                int same = corner + (stamp[i - 1] == read[j - 1] || read[j - 1] == Worn ? 0 : 1);
                corner = row[j];
                row[j] = Math.Min(same, Math.Min(row[j], row[j - 1]) + 1);
            }
        }

        return row[^1];
    }
}
