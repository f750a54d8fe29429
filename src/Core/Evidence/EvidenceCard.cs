using SturdyTinker.Core.Practices;

namespace SturdyTinker.Core.Evidence;

/// <summary>What a card asks.</summary>
public enum EvidenceTopic
{
    /// <summary>Whether an interval is right.</summary>
    Interval,

    /// <summary>Whether something is wrong.</summary>
    Wrong,

    /// <summary>Whether two ways of doing it differ.</summary>
    Differs,

    /// <summary>How long something lasts.</summary>
    Lasts,

    /// <summary>What trailers cost.</summary>
    Cost,

    /// <summary>Whether people's figures agree: for those who may see it.</summary>
    Calibration,
}

/// <summary>How far a question is answered.</summary>
public enum EvidenceStanding
{
    /// <summary>Nothing has to be done.</summary>
    Fine,

    /// <summary>Something should be looked at or changed.</summary>
    Act,

    /// <summary>There is not enough to say.</summary>
    NotEnough,
}

/// <summary>How a series is drawn.</summary>
public enum SeriesShape
{
    /// <summary>A line through its points.</summary>
    Line,

    /// <summary>A line that stays until the next point.</summary>
    Steps,

    /// <summary>A dot a point.</summary>
    Dots,
}

/// <summary>A point of a plot.</summary>
/// <param name="X">Across.</param>
/// <param name="Y">Up.</param>
/// <param name="Low">Down to where its range goes; null for none.</param>
/// <param name="High">Up to where its range goes; null for none.</param>
/// <param name="Name">What it is of; empty where its place says so.</param>
public sealed record PlotPoint(double X, double Y, double? Low = null, double? High = null, string Name = "");

/// <summary>A series of a plot.</summary>
/// <param name="Name">What it is.</param>
/// <param name="Shape">How it is drawn.</param>
/// <param name="Points">Its points, from left to right.</param>
public sealed record PlotSeries(string Name, SeriesShape Shape, IReadOnlyList<PlotPoint> Points);

/// <summary>A line across a plot with its name.</summary>
/// <param name="At">Where.</param>
/// <param name="Name">What stands there.</param>
/// <param name="Upright">Whether it stands at a place across; it lies at a height otherwise.</param>
public sealed record PlotMark(double At, string Name, bool Upright);

/// <summary>A plot.</summary>
/// <param name="Across">What goes across, with its unit.</param>
/// <param name="Up">What goes up, with its unit.</param>
/// <param name="Series">What is drawn.</param>
/// <param name="Marks">Lines with names.</param>
public sealed record EvidencePlot(
    string Across,
    string Up,
    IReadOnlyList<PlotSeries> Series,
    IReadOnlyList<PlotMark> Marks);

/// <summary>An interval that the record advises.</summary>
/// <param name="Rule">Code of the rule.</param>
/// <param name="Use">Code of the use it is for; empty for trailers without a special one.</param>
/// <param name="Counted">How many lives it is read out of.</param>
/// <param name="PresentMonths">Months that it lasts now; null where time does not decide.</param>
/// <param name="PresentMiles">Miles that it lasts now; null where distance does not decide.</param>
/// <param name="Months">Months advised, 1 to 120.</param>
/// <param name="LowMonths">The least it may be, nine times in ten.</param>
/// <param name="HighMonths">The most it may be.</param>
/// <param name="Miles">Miles advised; null where miles are not known well enough, and what stands is kept.</param>
/// <param name="Hint">The advice in a line, for beside the interval.</param>
/// <param name="MayTake">Whether it is sure enough to be taken over.</param>
public sealed record AdvisedInterval(
    string Rule,
    string Use,
    int Counted,
    int? PresentMonths,
    decimal? PresentMiles,
    int Months,
    int LowMonths,
    int HighMonths,
    decimal? Miles,
    string Hint,
    bool MayTake)
{
    /// <summary>It as a choice: who does the work is left as it is.</summary>
    /// <param name="by">Who does it.</param>
    public IntervalChoice Choice(Doer? by) =>
        new(true, Months, Miles ?? PresentMiles, by) { Counted = Counted };
}

/// <summary>A question, and what the record says to it.</summary>
/// <param name="Code">Stable code: "interval/repack/launched".</param>
/// <param name="Topic">What it asks.</param>
/// <param name="Standing">How far it is answered.</param>
/// <param name="Question">The question.</param>
/// <param name="Answer">The answer in a sentence or two.</param>
/// <param name="HowSure">How sure it is.</param>
/// <param name="ToKnow">What it would take to know; empty where it is known.</param>
/// <param name="Notes">What it is read out of, what could not be used, and what to heed: a sentence each.</param>
/// <param name="Plot">The figures drawn; null for none.</param>
/// <param name="Head">Heads of the table's columns.</param>
/// <param name="Rows">The table's rows, the first cell naming each.</param>
/// <param name="Advice">An interval that may be taken over; null for none.</param>
public sealed record EvidenceCard(
    string Code,
    EvidenceTopic Topic,
    EvidenceStanding Standing,
    string Question,
    string Answer,
    string HowSure,
    string ToKnow,
    IReadOnlyList<string> Notes,
    EvidencePlot? Plot,
    IReadOnlyList<string> Head,
    IReadOnlyList<IReadOnlyList<string>> Rows,
    AdvisedInterval? Advice = null);
