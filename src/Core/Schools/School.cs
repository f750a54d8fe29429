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

/// <summary>Whose answer a school is.</summary>
public enum SchoolLevel
{
    /// <summary>The shop's, or our default where it has not answered.</summary>
    Shop,

    /// <summary>The customer's.</summary>
    Customer,

    /// <summary>This one trailer's.</summary>
    Trailer,
}

/// <summary>What somebody has answered; a question nobody has answered takes our default.</summary>
/// <param name="Answers">Question code to school code.</param>
public sealed record SchoolChoices(IReadOnlyDictionary<string, string> Answers)
{
    /// <summary>Whose answer it is, for questions that not the shop decided; question code to level.</summary>
    public IReadOnlyDictionary<string, SchoolLevel> Levels { get; init; } = new Dictionary<string, SchoolLevel>();

    /// <summary>The schools in force for a trailer: its own answers first, then its customer's, then the shop's.</summary>
    public static SchoolChoices InForce(SchoolChoices shop, SchoolChoices customer, SchoolChoices trailer)
    {
        Dictionary<string, string> answers = new(shop.Answers);
        Dictionary<string, SchoolLevel> levels = [];
        foreach ((SchoolChoices choices, SchoolLevel level) in new[] { (customer, SchoolLevel.Customer), (trailer, SchoolLevel.Trailer) })
        {
            foreach ((string question, string answer) in choices.Answers)
            {
                answers[question] = answer;
                levels[question] = level;
            }
        }

        return new SchoolChoices(answers) { Levels = levels };
    }

    /// <summary>Whether the same questions are answered the same way.</summary>
    public bool SameAs(SchoolChoices other) => Answers.Count == other.Answers.Count && Answers.All(a => other.Answers.GetValueOrDefault(a.Key) == a.Value);

    /// <summary>Whose school it is: "this shop's school", "the customer's school", "this trailer's school".</summary>
    public string Whose(SchoolQuestion question) => Levels.GetValueOrDefault(question.Code) switch
    {
        SchoolLevel.Customer => "The customer’s school",
        SchoolLevel.Trailer => "This trailer’s school",
        _ => "This shop’s school",
    };

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
