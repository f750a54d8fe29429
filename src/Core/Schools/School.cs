namespace SturdyTinker.Core.Schools;

/// <summary>One defensible answer to a question that good practitioners answer differently.</summary>
/// <param name="Code">Stable code, for example "slight-play".</param>
/// <param name="Words">What is done, in a few words.</param>
public sealed record School(string Code, string Words);

/// <summary>A question that good practitioners answer differently.</summary>
/// <param name="Code">Stable code, for example "nut-setting".</param>
/// <param name="Words">The question in words.</param>
/// <param name="Answers">The schools; the first is our default.</param>
public sealed record SchoolQuestion(string Code, string Words, params School[] Answers);

/// <summary>The questions the catalogue asks so far. Source of every answer: common practice.</summary>
public static class SchoolQuestions
{
    /// <summary>How a castle nut is left.</summary>
    public static SchoolQuestion NutSetting { get; } = new(
        "nut-setting",
        "How to leave the spindle nut",
        new School("slight-play", "Slight play: seat, back off, finger tight, back to the first slot"),
        new School("no-play", "No play, no drag: snug until play is just gone and the hub still turns free"));

    /// <summary>Whether a cotter pin is used twice.</summary>
    public static SchoolQuestion CotterPin { get; } = new(
        "cotter-pin",
        "Cotter pin",
        new School("new", "New every time"),
        new School("reuse", "Reuse if unmarked"));

    /// <summary>How full a hub is packed.</summary>
    public static SchoolQuestion GreaseFill { get; } = new(
        "grease-fill",
        "How much grease",
        new School("packed", "Packed bearings, a film, a part-filled cap"),
        new School("cavity", "Hub cavity filled, for launched trailers"));

    /// <summary>Every question, in the order the shop's page shows them.</summary>
    public static IReadOnlyList<SchoolQuestion> All { get; } = [NutSetting, CotterPin, GreaseFill];
}

/// <summary>What a shop has answered; a question it has not answered takes our default.</summary>
/// <param name="Answers">Question code to school code.</param>
public sealed record SchoolChoices(IReadOnlyDictionary<string, string> Answers)
{
    /// <summary>Every question at its default.</summary>
    public static SchoolChoices Defaults { get; } = new(new Dictionary<string, string>());

    /// <summary>The school chosen for a question; the default when none is, or when the stored one no longer exists.</summary>
    public School For(SchoolQuestion question)
    {
        string code = Answers.GetValueOrDefault(question.Code, "");
        return question.Answers.FirstOrDefault(a => a.Code == code) ?? question.Answers[0];
    }

    /// <summary>Whether the school with this code is the one chosen for a question.</summary>
    public bool Is(SchoolQuestion question, string code) => For(question).Code == code;

    /// <summary>These choices with some answered otherwise.</summary>
    public SchoolChoices With(IReadOnlyDictionary<string, string> others)
    {
        Dictionary<string, string> merged = new(Answers);
        foreach ((string question, string answer) in others)
        {
            merged[question] = answer;
        }

        return new SchoolChoices(merged);
    }

    /// <summary>The first question or answer that we do not know, as a sentence; null when all are known.</summary>
    public static string? Unknown(IReadOnlyDictionary<string, string> answers)
    {
        foreach ((string code, string answer) in answers)
        {
            SchoolQuestion? question = SchoolQuestions.All.FirstOrDefault(q => q.Code == code);
            if (question is null)
            {
                return $"“{code}” is no question of ours.";
            }

            if (question.Answers.All(a => a.Code != answer))
            {
                return $"“{answer}” is no answer to “{question.Words}”.";
            }
        }

        return null;
    }
}
