import type { LanguageWords } from './language.js';

export const portuguese: LanguageWords = {
  name: 'Portuguese',
  status: {
    active:
      'persistente|agora|estático|atuais|actuais|ativas|ativos|ativo|ativa|activo|activa|presente|atual|actual|em curso|presente agora|atualmente ativo|ativo agora|pres',
    stored:
      'desapareceu|passivo|passiva|inativo|inativa|ausente|memorizado|memorizada|confirmado|confirmada|armazenado|armazenada|guardado|guardada|registado|inactivo|em memória|não presente|não ativo|não ativa|registada|gravado|gravada|em memória apenas|mem|conf',
    comesAndGoes:
      'temporária|temporário|por vezes|às vezes|esporadicamente|intermitentemente|vai e vem|aparece e desaparece|esporádico|esporádica|intermitente|ocasional|int|espor',
    pending: 'pendente|provisório|provisória|em espera|não confirmado|por confirmar|pend',
    history: 'antes|anteriormente|histórico|histórica|passado|passada|anterior|antigo|hist|previamente',
    permanent: 'permanente',
  },
  reach: {
    read: 'encontrado|encontrados|encontrada|encontradas|ligação estabelecida|comunicou|comunica|positiva|estabelecida|conectado|ligado|lida|lido|responde|respondeu|sim|comunicação ok|correta|efetuada|concluída|presente|online|com sucesso|identificada',
    clean:
      'não tem avarias|não tem códigos|não tem erros|nenhum evento|sem eventos|sem entradas|sem dtc|nenhum dtc|sem avarias|nenhuma avaria|sem códigos|nenhum código|sem falhas|nenhuma falha|sem erros|nenhum erro|nenhuma|nenhum|não há avarias|sem avaria|0 avarias|memória vazia|vazia|vazio|nada|nada a assinalar|sem avarias memorizadas|sem códigos de avaria|nenhum código de avaria|livre de avarias|tudo bem|sem anomalias|zero avarias|sem registos',
    silent:
      'comunicação falhada|comunicação falhou|falha de comunicação|ligação falhou|não foi possível comunicar|não encontrado|não encontrada|não comunicou|sem resp|não alcançada|não alcançado|não conectado|não ligado|que não respondem|sem resposta|não responde|sem comunicação|não respondeu|nenhuma resposta|não comunica|erro de comunicação|muda|mudo|sem contacto|sem ligação|unidade não responde|comunicação impossível|falha na comunicação|sem sinal|inacessível|offline|comunicação perdida|não contactável|silenciosa',
    notFitted:
      'não montadas|não montados|não instalados|não equipados|não disponível neste veículo|indisponível neste veículo|não montado|não montada|não instalado|não instalada|não está instalada|não está instalado|não equipado|não presente|ausente|ausente do veículo|não existe no veículo|não está montada|não está montado|não existe|não configurada|não configurado|não equipada|inexistente|sem este equipamento',
    unsupported:
      'não suportado|não suportada|não disponível|não compatível|não suporta|serviço não suportado|fora do alcance do leitor|não legível com este leitor|protocolo não suportado',
    timedOut: 'tempo esgotado|tempo de espera esgotado|tempo excedido|timeout|tempo ultrapassado',
    refused:
      'negativa|acesso negado|pedido recusado|recusado|recusada|resposta negativa|bloqueado|negado|acesso recusado|acesso bloqueado|acesso não permitido|pedido rejeitado|rejeitado',
    unclear:
      'não lido|não lida|não testado|ignorado|interrompido|incompleta|erro de leitura|ilegível|leitura impossível',
    holdsCodes:
      'avarias presentes|avarias detetadas|avarias encontradas|falhas detetadas|falhas presentes|com falhas|evento|eventos|avaria|avarias|falha|falhas|com avarias|nok',
    nothingAnswered:
      'nenhuma unidade responde|nenhum módulo responde|sem comunicação com o veículo|nenhuma unidade encontrada|nenhuma unidade respondeu',
  },
  label: {
    module:
      'unidade de controlo|unidade de controle|módulo de controlo|módulo de controle|nome do módulo|nome da unidade|unidade|unidades|unidade de comando|módulo|módulos|centralina|sistema|sistemas|origem',
    address: 'endereço|end',
    code: 'evento|eventos|código|códigos|avaria|avarias|código de avaria|códigos de avaria|falha|falhas|código de falha|erro|erros|dtc|cod|cód',
    type: 'subtipo|subcódigo|subcode|tipo|tipo de falha|tipo de avaria|sintoma',
    status: 'estado atual|estado actual|presença|estado|situação',
    byte: 'byte|bytes',
    count: 'contador|frequência|vezes|número de|quantidade|ocorrências',
    text: 'motivo|razão|descrição|texto|significado|designação|mensagem|nota|observação|detalhe',
    result: 'resultado|encontrada|encontrado',
    link: 'responde|contacto|contato|conexão|comunicação|resposta|ligação',
    total: 'total|soma|no total',
    ident:
      'esquema elétrico|esquema|boletim|foto|parafuso|grampo|tinta|utilizador|código da tinta|orçamento|encomendado|a encomendar|identificação|referência|número da peça|número de peça|peça|artigo|número de série|série|hardware|ficha|conector|pintura|código de pintura|cor|encomenda|ordem|calibração|telefone|tel|matrícula|chave|fatura|ref|lugar|código do rádio|ordem de trabalho|lote|binário|etiqueta|extensão',
    environment:
      'condições ambientais|dados congelados|condições|quadro congelado|ambiente|valores medidos|marca temporal|condições de aparecimento',
    reader: 'leitor|equipamento|aparelho|ferramenta|lido com',
    software: 'software|programa|versão|versão do software',
    date: 'data|hora|data e hora|impresso|impresso em',
    odometer: 'quilometragem|km|quilómetros|distância|odómetro',
    supplyVolts: 'tensão|tensão da bateria|bateria|alimentação|voltagem',
    vin: 'chassis|número do chassis|vin',
    other:
      'veículo|viatura|cliente|técnico|oficina|modelo|marca|ignição|página|dados|ano|velocidade|temperatura|rotações',
  },
  title:
    'relação|registo|prioridade|secção|capítulo|impressão|tabela|antes de apagar|depois de apagar|antes da reparação|depois da reparação|passo|etapa|mapa|ficha|resultados|exame|lista|listagem|leitura|resumo|varredura|relatório|diagnóstico|impresso|legenda|relatório de diagnóstico|leitura completa|fim do relatório|relatório de leitura|lista de avarias|extrato|teste rápido|leituras',
  sign: 'alta|média|baixa|crítica|grave|leve|gravidade|fim|página|total|memória|detalhes|leitura',
  now: 'agora|atualmente|de momento|neste momento|atual',
  earlier: 'anteriormente|previamente|antes',
  away: 'inativo|ausente|passivo|inativa|passiva',
  all: 'todos|todas|ambos',
  parts: 'peças',
  without: 'sem|nenhum|nenhuma|zero',
  not: 'não|sem|já não',
  yes: 'sim',
  no: 'não',
  nothing: 'nada',
  failed: 'falha|erro',
  named: 'nome',
  months: 'jan|fev|mar|abr|mai|jun|jul|ago|set|out|nov|dez',
  page: 'página|pág',
  within: 'em|no|na',
  noLink: 'não efetuada|não estabelecida|impossível|nenhuma|nenhum|falhou|ausente',
  modules: 'módulos|unidades|centrais|sistemas',
  others: 'resto|o resto|caso contrário|outros|os outros|restantes',
  modulesToo: 'telefone|bateria|ignição|chave',
  asking: 'ler|consultar|abrir|início|seleção|leitura|ligação|teste',
  cleared: 'apagados|apagadas|apagado|falhas apagadas',
  business: 'oficina|oficinas|lda',
  articles: 'o|a|os|as',
  and: 'e',
  then: 'depois|também',
  ordinals: 'primeiro|segundo|terceiro|primeira|segunda|terceira',
  figures: 'um|uma|dois|duas|três|quatro|cinco|seis|sete|oito|nove|dez',
  verbs: 'mostra|há|indica|contém|é|são|está|era|diz|tem',
  filler:
    'outras|outros|restantes|ocorre|aparece|momento|mas|evento|detetados|detectados|encontrados|lidos|desde|km|seguintes|seguinte|o|a|os|as|um|uma|do|da|dos|das|de|por|este|esta|com|unidade|módulo|veículo|serviço|é|está|são|foi|foram|há|em|no|na|e|para|leitor|avaria|avarias|código|estado|presente|memorizadas|memorizados|memorizado|atualmente|sistema|lida|lidas|lido|espera|que|comunicação|resposta|pode|após|tentativas|memória|falhas|falha|durante|leitura|ainda|só|bus|ser|todas|unidades|equipamento|aparelho|ferramenta|agora',
};
