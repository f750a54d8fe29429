using SturdyTinker.Core.Measures;

namespace SturdyTinker.Core.Parts.Identification;

/// <summary>A reading taken of an unknown part.</summary>
/// <param name="Dimension">Code of what was measured.</param>
/// <param name="Value">What was read.</param>
/// <param name="Uncertainty">How far off it may be, either way: above nought.</param>
public sealed record Taken(string Dimension, Length Value, Length Uncertainty);

/// <summary>A part that it may be.</summary>
/// <param name="Part">The part.</param>
/// <param name="Sure">How likely, 0 to 1, among all it may be.</param>
/// <param name="Readings">The readings that it fits.</param>
public sealed record Candidate(MeasuredPart Part, double Sure, IReadOnlyList<Taken> Readings)
{
    /// <summary>How far each reading lies from it, by the dimension's code.</summary>
    public IReadOnlyDictionary<string, Length> Off => Readings.ToDictionary(
        r => r.Dimension,
        r => new Length(r.Value.Millimetres - Part.Measures[r.Dimension].Millimetres));
}

/// <summary>What to measure next.</summary>
/// <param name="Dimension">What.</param>
/// <param name="Tells">How much of the doubt it is expected to take away, 0 to 1.</param>
/// <param name="Between">What it would read for each that it tells apart, in words.</param>
public sealed record NextMeasure(Dimension Dimension, double Tells, string Between);

/// <summary>What it may be.</summary>
/// <param name="Candidates">The likeliest first; empty where nothing lies within the readings' uncertainty.</param>
/// <param name="Next">What to measure next to tell them apart; null where one is left, or nothing would.</param>
/// <param name="Nearest">Where nothing fits, what comes nearest; null otherwise.</param>
public sealed record Identified(IReadOnlyList<Candidate> Candidates, NextMeasure? Next, MeasuredPart? Nearest);

/// <summary>Tells a part by a caliper.</summary>
/// <remarks>
/// A reading's error is taken as normal, its stated uncertainty as two standard deviations. Nothing within the
/// uncertainty is ever
/// left out. Parts are taken as equally common before anything is measured.
/// </remarks>
public sealed class PartIdentification
{
    // A dial caliper in a practised hand, on a worn part: two thousandths, and more on rubber. Source: from memory.
    private static readonly Length Usual = Length.FromInches(0.005m);

    // Two figures that lie farther apart than two readings may are plainly two; to the nanometre.
    private static readonly double Plainly = (2 * (double)Usual.Millimetres) + 1e-6;

    // So many of what a next measure would tell apart are said.
    private const int MostTold = 4;

    private readonly Dictionary<(string Kind, string Dimension), (decimal[] Values, MeasuredPart[] Parts)> index;

    /// <summary>Prepares a list of parts for asking: sorted once by every measure.</summary>
    public PartIdentification(IReadOnlyList<MeasuredPart> parts) => index = parts
        .SelectMany(p => p.Measures.Select(m => (Key: (p.Kind.Code, m.Key), Value: m.Value.Millimetres, Part: p)))
        .GroupBy(m => m.Key)
        .ToDictionary(g => g.Key, g => Sorted([.. g.Select(m => (m.Value, m.Part))]));

    /// <summary>The uncertainty of something counted: none, but for the arithmetic.</summary>
    public static Length CountUncertainty { get; } = new(0.1m);

    /// <summary>The uncertainty a reading is taken to have where nobody says.</summary>
    public static Length UsualUncertainty => Usual;

    /// <summary>What a part may be by what was measured of it.</summary>
    /// <param name="kind">What kind it is.</param>
    /// <param name="readings">One reading and more, each of another dimension of that kind.</param>
    public Identified Ask(PartKind kind, IReadOnlyList<Taken> readings)
    {
        List<(MeasuredPart Part, double Weight)> within = Within(kind, readings);
        double all = 0;
        foreach ((_, double weight) in within)
        {
            all += weight;
        }

        within.Sort((a, b) => a.Weight != b.Weight
            ? b.Weight.CompareTo(a.Weight)
            : string.CompareOrdinal(a.Part.Name, b.Part.Name));
        Candidate[] candidates = new Candidate[within.Count];
        for (int i = 0; i < candidates.Length; i++)
        {
            candidates[i] = new Candidate(within[i].Part, within[i].Weight / all, readings);
        }

        return new Identified(
            candidates,
            candidates.Length > 1 ? Next(kind, candidates, readings) : null,
            candidates.Length == 0 ? Nearest(kind, readings) : null);
    }

    // The rarest reading is looked up, the others only checked.
    private List<(MeasuredPart Part, double Weight)> Within(PartKind kind, IReadOnlyList<Taken> readings)
    {
        (int From, int To, MeasuredPart[] Parts)? fewest = null;
        foreach (Taken reading in readings)
        {
            if (!index.TryGetValue((kind.Code, reading.Dimension), out (decimal[] Values, MeasuredPart[] Parts) sorted))
            {
                return [];
            }

            int from = FirstFrom(
                sorted.Values,
                reading.Value.Millimetres - reading.Uncertainty.Millimetres), to = FirstAbove(
                    sorted.Values,
                    reading.Value.Millimetres + reading.Uncertainty.Millimetres);
            if (fewest is not { } best || to - from < best.To - best.From)
            {
                fewest = (from, to, sorted.Parts);
            }
        }

        if (fewest is not { } found)
        {
            return [];
        }

        List<(MeasuredPart, double)> within = new(found.To - found.From);
        foreach (MeasuredPart part in found.Parts.AsSpan(found.From..found.To))
        {
            if (Weight(part, readings) is { } weight)
            {
                within.Add((part, weight));
            }
        }

        return within;
    }

    // How well a part fits, not yet against the others; null where a reading lies farther off than it may.
    private static double? Weight(MeasuredPart part, IReadOnlyList<Taken> readings)
    {
        double off = 0;
        for (int i = 0; i < readings.Count; i++)
        {
            Taken reading = readings[i];
            if (!part.Measures.TryGetValue(reading.Dimension, out Length measure))
            {
                return null;
            }

            decimal by = reading.Value.Millimetres - measure.Millimetres;
            if (Math.Abs(by) > reading.Uncertainty.Millimetres)
            {
                return null;
            }

            double share = (double)by / (double)reading.Uncertainty.Millimetres;
            off += share * share;
        }

        return Math.Exp(-2 * off);
    }

    // What is expected to leave the least doubt: candidates that a reading would not part stay together.
    private static NextMeasure? Next(PartKind kind, Candidate[] candidates, IReadOnlyList<Taken> readings)
    {
        NextMeasure? best = null;
        double doubt = DoubtWithin(candidates);
        foreach (Dimension dimension in kind.Dimensions.Where(d => readings.All(r => r.Dimension != d.Code)))
        {
            // In order of what would be read; a group ends where the next would read plainly more.
            List<Candidate> with = new(candidates.Length);
            List<double> values = new(candidates.Length);
            foreach (Candidate candidate in candidates)
            {
                if (candidate.Part.Measures.TryGetValue(dimension.Code, out Length measure))
                {
                    with.Add(candidate);
                    values.Add((double)measure.Millimetres);
                }
            }

            Candidate[] sorted = [.. with];
            double[] reads = [.. values];
            Array.Sort(reads, sorted);
            List<(int From, int To)> groups = [];
            double left = 0;
            for (int from = 0, to = 1; from < sorted.Length; from = to++)
            {
                while (to < sorted.Length && reads[to] - reads[to - 1] <= Plainly)
                {
                    to++;
                }

                groups.Add((from, to));
                left += DoubtWithin(sorted.AsSpan(from..to));
            }

            double tells = doubt <= 0 ? 0 : 1 - (left / doubt);
            if (groups.Count > 1 && tells > (best?.Tells ?? 0) + 1e-9)
            {
                best = new NextMeasure(
                    dimension,
                    tells,
                    string.Join(
                        ", ",
                        groups.Take(MostTold).Select(g =>
                            $"{(dimension.Counted ? "" : "about ")}{dimension.Write(sorted[g.From].Part.Measures[dimension.Code])} for {sorted[g.From].Part.Name}{(g.To - g.From > 1 ? $" and {g.To - g.From - 1} more" : "")}")));
            }
        }

        return best;
    }

    private MeasuredPart? Nearest(PartKind kind, IReadOnlyList<Taken> readings) =>
        index.Where(i => i.Key.Kind == kind.Code
            && i.Key.Dimension == readings[0].Dimension).SelectMany(i => i.Value.Parts)
            .Where(p => readings.All(r => p.Measures.ContainsKey(r.Dimension)))
            .MinBy(p => readings.Sum(r => Squared(Off(p, r).Millimetres)));

    private static Length Off(MeasuredPart part, Taken reading) =>
        new(reading.Value.Millimetres - part.Measures[reading.Dimension].Millimetres);

    private static double Squared(decimal value) => (double)value * (double)value;

    // What doubt would be left within a group, weighed by how likely the group is.
    private static double DoubtWithin(ReadOnlySpan<Candidate> group)
    {
        double all = 0, left = 0;
        foreach (Candidate candidate in group)
        {
            all += candidate.Sure;
        }

        foreach (Candidate candidate in group)
        {
            left -= candidate.Sure > 0 ? candidate.Sure * Math.Log(candidate.Sure / all) : 0;
        }

        return left;
    }

    private static (decimal[] Values, MeasuredPart[] Parts) Sorted((decimal Value, MeasuredPart Part)[] all)
    {
        Array.Sort(
            all,
            (a, b) => a.Value != b.Value
                ? a.Value.CompareTo(b.Value)
                : string.CompareOrdinal(a.Part.Name, b.Part.Name));
        return ([.. all.Select(a => a.Value)], [.. all.Select(a => a.Part)]);
    }

    private static int FirstFrom(decimal[] values, decimal least)
    {
        int low = 0, high = values.Length;
        while (low < high)
        {
            int middle = (low + high) / 2;
            (low, high) = values[middle] < least ? (middle + 1, high) : (low, middle);
        }

        return low;
    }

    private static int FirstAbove(decimal[] values, decimal most)
    {
        int low = 0, high = values.Length;
        while (low < high)
        {
            int middle = (low + high) / 2;
            (low, high) = values[middle] <= most ? (middle + 1, high) : (low, middle);
        }

        return low;
    }
}
