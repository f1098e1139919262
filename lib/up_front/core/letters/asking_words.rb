# frozen_string_literal: true

module UpFront
  module Core
    # By what {Asking} sees that a sentence asks something of those who read it, and what only looks so. English, German, Portuguese.
    module AskingWords
      # Where a clause begins: what is said there to somebody may be a request, in the middle it is a statement ("as you can see").
      START = /(?:\A|[,;:–—]\s+|\s-\s+|\b(?:and|so|but|or|und|aber|oder|e|mas|ou)\s+)/

      # Said anywhere in a sentence.
      ANYWHERE = /\b(?:
        please|kindly|let\ me\ know|let\ us\ know|let\ me\ have|(?:i|we)(?:'d|\ would)\ be\ (?:very\ )?(?:grateful|glad|happy)\ if|
        (?:i|we)(?:'d|\ would)\ appreciate|(?:i|we)\ wonder(?:ed)?\ if\ you|if\ you\ (?:c|w)ould|
        get\ back\ to\ (?:me|us)|(?:i|we)\ need\ you\ to|(?:i|we)\ need\ (?:\S+\ ){0,4}from\ you|(?:i|we)\ need\ your|remind\ me|
        (?:waiting|wait)\ for\ your|await(?:ing)?\ your|looking\ forward\ to\ (?:your\ (?:answer|reply|reaction|comments)|
        hearing\ from\ you)|
        (?:i|we)\ (?:would\ like\ to\ )?ask\ you\ to|

        bitte|bitten\ (?:wir\ )?(?:um|sie|euch|dich)|wir\ bitten|bräuchten?|brauchen?\ (?:\S+\ ){0,2}(?:ihre?n?|deine?n?|eure?n?|
        von\ (?:ihnen|dir|euch))|
        (?:wäre|wären)\ (?:\S+\ ){0,3}dankbar|lassen\ sie\ (?:mich|uns)\ wissen|lass\ (?:mich|uns)\ wissen|
        (?:geben\ sie|gib|gebt)\ (?:\S+\ ){0,3}bescheid|sagen\ sie\ (?:mir|uns)|sag\ (?:mir|uns)|
        warten?\ (?:\S+\ ){0,2}auf\ (?:ihre?|deine?|eure?)n?|(?:antwort|rückmeldung|nachricht|rückruf)\ würden?\ (?:ich\ mich|wir\ uns)|
        freuen?\ (?:mich|uns)\ auf\ (?:ihre|deine|eure)\ (?:antwort|rückmeldung)|

        por\ favor|(?:se\ )?faz(?:em)?\ favor|agrade(?:ço|cemos|cia|cíamos|ceria)\ que|pe(?:ço|dimos)(?:-(?:lhe|te|vos|lhes))?\ (?:que|
        para|o|a|os|as)\b|
        solicit(?:o|amos)|aguard(?:o|amos)\ (?:a|o)\ (?:sua|tua|vossa|seu|teu|vosso)|à\ espera\ da?\ (?:sua|tua|vossa)|
        precis(?:o|amos)\ (?:que|d[oa]s?\ (?:seus?|suas?|teus?|tuas?|voss[oa]s?))|gost(?:aria|aríamos|ava)\ (?:que|de\ saber)|
        (?:diga|diz|avise|avisa|envie|envia|mande|manda|confirme|confirma|informe|ligue|liga|responda)-(?:me|nos)
      )(?!\p{L})/xi

      # Said where a clause begins.
      AT_START = /#{START}(?:(?:then|dann|então|wren)\s+)?(?:
        (?:can|could|would|will|may\ i\ ask)\ (?:you|somebody|someone|anybody|one\ of\ you)|do\ let\ me|
        (?:send|tell|give|call|show|forward|bring|check|sign|confirm|return|fill|reply|answer|ask|get|put|make\ sure)\s
          (?:me|us|it|the|this|that|these|here|your|back|them|to)|
        (?:können|könnten|würden|wären)\ sie|(?:kannst|könntest|würdest)\ du|(?:könnt|könntet)\ ihr|
        (?:melden|schicken|senden|schreiben|prüfen|bestätigen)\ sie|meldet?\ (?:euch|dich)|
        (?:pode|podes|podem|poderia|poderias|poderiam|podia|podias|consegue|consegues)\ \p{L}+(?:ar|er|ir|or)(?:-\p{L}+)?|
        (?:envie|envia|mande|manda|confirme|confirma|verifique|verifica|assine|assina|reencaminhe|ponha|põe|traga|traz|diga|diz)\s
      )/xi

      QUESTION = /\?["”»)]?\s*\z/

      # What is polite, or loud, and asks nothing.
      COURTESY = /(?:
        please\ (?:find|note|see\ (?:attached|enclosed|below)|accept|do\ not\ reply|don'?t\ reply|be\ (?:advised|informed|aware)|
        disregard|ignore|feel\ free)|
        (?:hesitate|feel\ free)|if\ (?:you\ (?:have|need)|there\ (?:is|are))\ any|in\ urgent\ cases|
        \bhow\ are\ you|\bhow\ do\ you\ do|did\ you\ know|looking\ for\ |want\ (?:fewer|more|to)|why\ not\ |no\ need\ to\ |
        (?:isn't|aren't|wasn't|doesn't|don't|didn't|hasn't)\ (?:it|they|he|she|we|you)\?|
        asked\ (?:me\ |us\ |him\ |her\ )?(?:if|whether)|unsubscribe|

        bitte\ (?:beachten|entschuldigen|nicht\ antworten|finden|sehr|schön)|antworten\ sie\ (?:bitte\ )?nicht|wie\ bitte|
        zu\ entschuldigen|um\ (?:entschuldigung|verständnis|nachsicht)|(?:bei|für)\ (?:rück)?fragen|falls\ sie\ (?:noch\ )?fragen|
        wenn\ sie\ (?:noch\ )?fragen|
        in\ dringenden\ fällen|wie\ geht|schon\ gewusst|wussten\ sie|nicht\ wahr|lust\ auf|gefragt,\ ob|nicht\ antworten|

        não\ (?:hesite|responda|é\ preciso)|(?:se|caso)\ tiver|(?:alguma|qualquer)\ (?:dúvida|questão)|(?:sabia|sabias)\ que|tudo\ bem|
        como\ (?:está|estás|vai)\?|
        pedimos\ desculpas?|peço\ desculpas?|,\ não\ (?:é|ficou|foi|acha)|(?:como|já|sim,)\ pode|pode\ ser|perguntei|perguntou
      )/xi

      # "And you?" after a courtesy asks no more than that.
      BRIEF = /\A(?:and you|und (?:dir|ihnen|selbst)|e (?:tu|você))\?\z/i
    end
  end
end
