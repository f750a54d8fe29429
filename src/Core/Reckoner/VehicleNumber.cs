namespace SturdyTinker.Core.Reckoner;

/// <summary>A vehicle identification number of seventeen signs, and what is wrong with a mistyped one.</summary>
public static class VehicleNumber
{
    /// <summary>How many signs it has. Source: published, 49 CFR 565.15, ISO 3779.</summary>
    public const int Signs = 17;

    // 49 CFR 565.15, tables III to VI: what each sign counts, what each place weighs, and the year's letters, cited
    // from memory.
    private const string Letters = "ABCDEFGHJKLMNPRSTUVWXYZ";
    private const string Counts = "12345678123457923456789";
    private const string Years = "ABCDEFGHJKLMNPRSTVWXY123456789";
    private const int FirstYear = 1980, CheckPlace = 8, YearPlace = 9;
    private static readonly int[] Weights = [8, 7, 6, 5, 4, 3, 2, 10, 0, 9, 8, 7, 6, 5, 4, 3, 2];

    // Signs that a worn plate or a hurried hand takes for each other. Source: from memory.
    private static readonly string[] Alike =
    [
        "0D",
        "0Q",
        "0O",
        "1I",
        "1L",
        "17",
        "2Z",
        "5S",
        "6G",
        "8B",
        "8R",
        "4A",
        "UV",
        "VY",
        "MN",
        "EF",
        "38",
        "CG",
        "KX"
    ];

    /// <summary>
    /// What a sign counts: a digit itself, a letter by the table; null for what no vehicle number has.
    /// </summary>
    public static int? Count(char sign) =>
        char.IsAsciiDigit(sign) ? sign - '0'
            : Letters.IndexOf(sign, StringComparison.Ordinal) is >= 0 and int at ? Counts[at] - '0'
            : null;

    /// <summary>
    /// Whether a sign may stand at a place: at the ninth a digit or X, at the tenth a sign of the years, at the last
    /// four digits only,
    /// elsewhere any but I, O and Q. Source: published, 49 CFR 565.15, cited from memory.
    /// </summary>
    /// <param name="sign">The sign, capital.</param>
    /// <param name="place">The place, from 0.</param>
    public static bool Allowed(char sign, int place) => Count(sign) is not null && place switch
    {
        CheckPlace => char.IsAsciiDigit(sign) || sign == 'X',
        YearPlace => Years.Contains(sign, StringComparison.Ordinal),
        >= Signs - 4 => char.IsAsciiDigit(sign),
        _ => true,
    };

    /// <summary>
    /// The check digit of seventeen signs: the weighted sum modulo 11, X for ten. Null when a sign is none.
    /// </summary>
    /// <param name="number">Seventeen signs, capital.</param>
    public static char? CheckDigit(string number)
    {
        int sum = 0;
        for (int place = 0; place < Signs; place++)
        {
            if (place != CheckPlace)
            {
                if (Count(number[place]) is not { } count)
                {
                    return null;
                }

                sum += count * Weights[place];
            }
        }

        return sum % 11 == 10 ? 'X' : (char)('0' + (sum % 11));
    }

    /// <summary>Whether seventeen signs agree with their check digit.</summary>
    public static bool Agrees(string number) => number.Length == Signs && CheckDigit(number) == number[CheckPlace];

    /// <summary>
    /// The years the tenth sign can stand for: it comes round every thirty years. Source: published, 49 CFR 565.15.
    /// </summary>
    public static IReadOnlyList<int> YearsOf(char sign, int until) =>
        Years.IndexOf(sign, StringComparison.Ordinal) is >= 0 and int at
            ? [.. Enumerable.Range(0, 10).Select(i => FirstYear + at + (30 * i)).TakeWhile(y => y <= until)]
            : [];

    /// <summary>
    /// Numbers that agree and differ from this one as typing errors do: one sign taken for one like it, or two
    /// neighbours swapped.
    /// </summary>
    /// <param name="number">Seventeen signs, capital; may hold signs that no number has.</param>
    public static IReadOnlyList<(string Number, string How)> Meant(string number)
    {
        List<(string, string)> found = [];
        for (int place = 0; place < Signs; place++)
        {
            foreach (string pair in Alike.Where(p => p.Contains(number[place], StringComparison.Ordinal)))
            {
                char other = pair[0] == number[place] ? pair[1] : pair[0];
                Try(
                    number[..place] + other + number[(place + 1)..],
                    $"{other} for {number[place]} at place {place + 1}");
            }
        }

        for (int place = 0; place + 1 < Signs; place++)
        {
            if (number[place] != number[place + 1])
            {
                Try(
                    number[..place] + number[place + 1] + number[place] + number[(place + 2)..],
                    $"places {place + 1} and {place + 2} swapped");
            }
        }

        // The check digit itself may be the slip: then everything else stands as it is.
        if (CheckDigit(number) is { } check && check != number[CheckPlace])
        {
            Try(
                number[..CheckPlace] + check + number[(CheckPlace + 1)..],
                $"{check} for {number[CheckPlace]} at place {CheckPlace + 1}, the check digit");
        }

        return [.. found.DistinctBy(f => f.Item1)];

        void Try(string changed, string how)
        {
            if (Agrees(changed) && Enumerable.Range(0, Signs).All(place => Allowed(changed[place], place)))
            {
                found.Add((changed, how));
            }
        }
    }

    internal static Sum Sum { get; } = new(
        "vehicle-number",
        "Vehicle number",
        "Whether a vehicle number agrees with its check digit, the year it names, and what a mistyped one was "
            + "probably meant to be.",
        [
            Entry.Text("number", "Vehicle number", "1G4AH59H45G118341"),
            Entry.Number("until", "Not built after", "a year", "2027", 1980, 2200)
        ],
        Work);

    private static Worked Work(Given given)
    {
        string number = given
            .Text("number")
            .ToUpperInvariant()
            .Replace(" ", "", StringComparison.Ordinal)
            .Replace("-", "", StringComparison.Ordinal);
        if (number.Length != Signs)
        {
            return Worked.Cannot(
                "number",
                $"A vehicle number has {Signs} signs, and this has {number.Length}{(number.Length is > 0 and < Signs ? ". Trailers from before 1981 have shorter numbers without a check digit." : ".")}");
        }

        if (number.FirstOrDefault(c => !char.IsAsciiLetterOrDigit(c)) is var odd && odd != default)
        {
            return Worked.Cannot("number", $"“{odd}” stands in no vehicle number: it has digits and capital letters.");
        }

        List<Result> results = [];
        List<WorkingLine> working = [];
        string law = "published: 49 CFR 565.15, cited from memory";
        int[] strange = [.. Enumerable.Range(0, Signs).Where(i => Count(number[i]) is null)];
        foreach (int place in strange)
        {
            working.Add(new(
                $"{number[place]} at place {place + 1}: I, O and Q are in no vehicle number, because they look like 1 and 0",
                law));
        }

        if (strange.Length == 0)
        {
            int[] products = [.. number.Select((c, i) => Count(c)!.Value * Weights[i])];
            char check = CheckDigit(number)!.Value;
            working.Add(new(
                "each sign's count times its place's weight: "
                    + $"{string.Join(" + ", products.Where((_, i) => i != CheckPlace))} = {products.Sum()}",
                law));
            working.Add(new(
                $"{products.Sum()} modulo 11 = {products.Sum() % 11}, so the ninth sign is {check}; it is "
                    + $"{number[CheckPlace]}",
                law));
        }

        bool agrees = strange.Length == 0 && Agrees(number);
        results.Add(new(
            "Check digit",
            agrees ? "agrees"
                : strange.Length > 0 ? $"{string.Join(" and ", strange.Select(i => number[i]).Distinct())} can't be right"
                : $"does not agree: {CheckDigit(number)} is wanted, {number[CheckPlace]} stands there"));
        string? likely = null;
        if (!agrees)
        {
            string cleared = number;
            foreach ((char from, char to) in new[] { ('I', '1'), ('O', '0'), ('Q', '0') })
            {
                cleared = cleared.Replace(from, to);
            }

            (string Number, string How)[] meant = strange.Length > 0 && Agrees(cleared)
                ? [(cleared, "1 and 0 for letters like them")]
                : [.. Meant(cleared)];
            likely = meant.FirstOrDefault().Number;
            results.Add(new(
                "Probably meant",
                meant.Length > 0
                    ? string.Join("; ", meant.Take(6).Select(m => $"{m.Number} ({m.How})"))
                    : "nothing that one slip explains: read it again"));
        }

        IReadOnlyList<int> years = YearsOf(number[YearPlace], (int)given["until"]);
        results.Add(new(
            "Model year",
            years.Count > 0 ? string.Join(" or ", years.Reverse()) : $"{number[YearPlace]} stands for no year"));
        working.Add(new(
            $"the tenth sign {number[YearPlace]} stands for "
                + $"{(years.Count > 0 ? string.Join(", ", years) : "no year")}: the signs come round every 30 years",
            law));
        results.Add(new("Maker, by code", number[..3]));

        // What can't be right, or what the likeliest slip put there, is marked.
        return new Worked(results, working)
        {
            Drawn = number.SelectMany((c, i) => new[]
            {
                ($"sign{i + 1}", (double)c),
                ($"wrong{i + 1}", strange.Contains(i) || (likely is not null && likely[i] != c) ? 1 : 0)
            }).ToDictionary(d => d.Item1, d => d.Item2),
            Cautions = ["A number that agrees may still be another vehicle's: compare it with the plate."],
        };
    }
}
