using System.Text.Json.Serialization;

namespace SturdyTinker.Core.Practices;

/// <summary>One defensible answer to a question that good practitioners answer differently.</summary>
/// <param name="Code">Stable code, for example "slight-play".</param>
/// <param name="Words">What is done, in a few words.</param>
public sealed record Practice(string Code, string Words);

/// <summary>A question that good practitioners answer differently.</summary>
/// <param name="Code">Stable code, for example "nut-setting".</param>
/// <param name="Words">The question in words.</param>
/// <param name="Answers">The practices; the first is our default.</param>
public sealed record PracticeQuestion(string Code, string Words, params Practice[] Answers);

/// <summary>Whose answer a practice is.</summary>
public enum PracticeLevel
{
    /// <summary>The shop's, or our default where it has not answered.</summary>
    Shop,

    /// <summary>The customer's.</summary>
    Customer,

    /// <summary>This one trailer's.</summary>
    Trailer,
}

/// <summary>What somebody has answered; a question nobody has answered takes our default.</summary>
/// <param name="Answers">Question code to practice code.</param>
public sealed record PracticeChoices(IReadOnlyDictionary<string, string> Answers)
{
    /// <summary>Whose answer it is, for questions that not the shop decided; question code to level.</summary>
    public IReadOnlyDictionary<string, PracticeLevel> Levels { get; init; } = new Dictionary<string, PracticeLevel>();

    /// <summary>
    /// The work that the shop has described itself, and of a visit what of that it is made of; null for none.
    /// </summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public OwnWork? Own { get; init; }

    /// <summary>
    /// The practices in force for a trailer: its own answers first, then its customer's, then the shop's. The shop's
    /// own work goes along.
    /// </summary>
    public static PracticeChoices InForce(PracticeChoices shop, PracticeChoices customer, PracticeChoices trailer)
    {
        Dictionary<string, string> answers = new(shop.Answers);
        Dictionary<string, PracticeLevel> levels = [];
        foreach ((PracticeChoices choices, PracticeLevel level) in new[]
        {
            (customer, PracticeLevel.Customer),
            (trailer, PracticeLevel.Trailer)
        })
        {
            foreach ((string question, string answer) in choices.Answers)
            {
                answers[question] = answer;
                levels[question] = level;
            }
        }

        return new PracticeChoices(answers) { Levels = levels, Own = shop.Own };
    }

    /// <summary>These as a visit keeps them: with no more of the shop's own work than its jobs are made of.</summary>
    /// <param name="jobs">Codes of its jobs.</param>
    public PracticeChoices KeptFor(IEnumerable<string> jobs) => this with { Own = Own?.Only(jobs) };

    /// <summary>Whether the same questions are answered the same way.</summary>
    public bool SameAs(PracticeChoices other) =>
        Answers.Count == other.Answers.Count && Answers.All(a => other.Answers.GetValueOrDefault(a.Key) == a.Value);

    /// <summary>
    /// Whose practice it is: "this shop's practice", "the customer's practice", "this trailer's practice".
    /// </summary>
    public string Whose(PracticeQuestion question) => Levels.GetValueOrDefault(question.Code) switch
    {
        PracticeLevel.Customer => "The customer’s practice",
        PracticeLevel.Trailer => "This trailer’s practice",
        _ => "This shop’s practice",
    };

    /// <summary>Every question at its default.</summary>
    public static PracticeChoices Defaults { get; } = new(new Dictionary<string, string>());

    /// <summary>
    /// The practice chosen for a question; the default when none is, or when the stored one no longer exists.
    /// </summary>
    public Practice For(PracticeQuestion question)
    {
        string code = Answers.GetValueOrDefault(question.Code, "");
        return question.Answers.FirstOrDefault(a => a.Code == code) ?? question.Answers[0];
    }

    /// <summary>Whether the practice with this code is the one chosen for a question.</summary>
    public bool Is(PracticeQuestion question, string code) => For(question).Code == code;

    /// <summary>These choices with some answered otherwise.</summary>
    public PracticeChoices With(IReadOnlyDictionary<string, string> others)
    {
        Dictionary<string, string> merged = new(Answers);
        foreach ((string question, string answer) in others)
        {
            merged[question] = answer;
        }

        return new PracticeChoices(merged) { Own = Own };
    }

    /// <summary>The first question or answer that we do not know, as a sentence; null when all are known.</summary>
    public static string? Unknown(IReadOnlyDictionary<string, string> answers)
    {
        foreach ((string code, string answer) in answers)
        {
            PracticeQuestion? question = PracticeQuestions.All.FirstOrDefault(q => q.Code == code);
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
